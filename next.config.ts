import type { NextConfig } from "next";

const policy = [
  "default-src 'self'",
  "script-src 'self' 'unsafe-inline'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data:",
  "font-src 'self'",
  "connect-src 'self'",
  "worker-src 'self'",
  "frame-ancestors 'none'",
  "base-uri 'self'",
  "form-action 'self'",
].join("; ");

const config: NextConfig = {
  poweredByHeader: false,
  // `./yarvex test` checks the types once for everything.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ["pg", "better-auth", "drizzle-orm"],
  headers: async () => [
    {
      source: "/(.*)",
      headers: [
        { key: "Content-Security-Policy", value: policy },
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "same-origin" },
      ],
    },
    { source: "/floor-sw.js", headers: [{ key: "Cache-Control", value: "no-cache" }] },
  ],
};

export default config;
