import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

// The shell opens without the server: its files are kept by a service worker. What the API says is never kept there.
const shell = VitePWA({
  registerType: "autoUpdate",
  injectRegister: "script-defer",
  includeAssets: ["mark.svg"],
  manifest: {
    name: "Dielectra",
    short_name: "Dielectra",
    description: "Finds what is wrong in a household switch circuit, and puts it right.",
    start_url: "/",
    display: "standalone",
    background_color: "#e4e8e3",
    theme_color: "#14201d",
    icons: [
      { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "any maskable" },
    ],
  },
  workbox: {
    globPatterns: ["**/*.{js,css,html,svg,woff2,png}"],
    navigateFallback: "/index.html",
    navigateFallbackDenylist: [/^\/api\//],
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), shell],
  server: { proxy: { "/api": "http://127.0.0.1:4567" } },
  build: { assetsInlineLimit: 0 },
  test: { environment: "jsdom", globals: true, testTimeout: 60_000, setupFiles: ["src/test.setup.ts"] },
});
