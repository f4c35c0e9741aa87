import { Weaving } from "@/screens/shell/weaving";

export default function Loading() {
  return <Weaving />;
}
