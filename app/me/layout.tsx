import type { ReactNode } from "react";
import { RegionProvider } from "@/parts/region";
import { Keeper } from "@/screens/shell/keeper";
import { requireScope } from "../ask";

export default async function MyLayout({ children }: { children: ReactNode }) {
  const { memberId, role, region } = await requireScope("client");
  return (
    <RegionProvider region={region}>
      <Keeper memberId={memberId} role={role} region={region} />
      {children}
    </RegionProvider>
  );
}
