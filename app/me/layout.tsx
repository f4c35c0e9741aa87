import type { ReactNode } from "react";
import { QueryProvider } from "@/device/query";
import { FirstVisit } from "@/parts/first-visit";
import { RegionProvider } from "@/parts/region";
import { DeviceUser } from "@/screens/shell/device-user";
import { requireScope } from "../ask";

export default async function MyLayout({ children }: { children: ReactNode }) {
  const { memberId, role, region } = await requireScope("client");
  return (
    <QueryProvider>
      <RegionProvider region={region}>
        <DeviceUser memberId={memberId} role={role} region={region} />
        <FirstVisit>{children}</FirstVisit>
      </RegionProvider>
    </QueryProvider>
  );
}
