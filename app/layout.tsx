import type { Metadata, Viewport } from "next";
import type { ReactNode } from "react";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Yarvex", template: "%s · Yarvex" },
  description: "Plans, runs and steers strength training.",
  icons: { icon: "/icon.svg", apple: "/icons/180.png" },
};
export const viewport: Viewport = { width: "device-width", initialScale: 1, themeColor: "#2e251e" };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  );
}
