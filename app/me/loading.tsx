import { LoadingScreen } from "@/screens/shell/loading-screen";

export default function Loading() {
  return <LoadingScreen />;
}
