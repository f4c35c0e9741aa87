import type { NextConfig } from "next";

const config: NextConfig = {
  poweredByHeader: false,
  // `./yarvex test` checks the types once for everything.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ["pg", "better-auth", "drizzle-orm", "piscina"],
  headers: async () => [
    {
      source: "/(.*)",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "same-origin" },
      ],
    },
    { source: "/floor-sw.js", headers: [{ key: "Cache-Control", value: "no-cache" }] },
  ],
};

export default config;
