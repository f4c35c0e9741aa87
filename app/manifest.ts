import type { MetadataRoute } from "next";

/** What a device needs to keep Yarvex as an app of its own: it opens on the floor. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Yarvex",
    short_name: "Yarvex",
    description: "Plans, runs and steers strength training.",
    id: "/floor",
    start_url: "/floor",
    scope: "/",
    display: "standalone",
    background_color: "#12152b",
    theme_color: "#12152b",
    icons: [
      { src: "/icons/192.png", sizes: "192x192", type: "image/png" },
      { src: "/icons/512.png", sizes: "512x512", type: "image/png" },
      { src: "/icons/512-maskable.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
