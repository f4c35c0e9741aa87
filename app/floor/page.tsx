import { FloorApp } from "@/screens/floor/floor-app";

export const metadata = { title: "Floor" };
export const dynamic = "force-static";

export default function FloorPage() {
  return <FloorApp />;
}
