import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  server: { proxy: { "/api": "http://127.0.0.1:4567" } },
  build: { assetsInlineLimit: 0 },
  test: { environment: "jsdom", globals: true, setupFiles: ["src/test.setup.ts"] },
});
