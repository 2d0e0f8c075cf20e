import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    outDir: "../Pantomet.Server/wwwroot",
    emptyOutDir: true,
    // The content policy allows no data: fonts.
    assetsInlineLimit: 0,
    // Every browser that runs these pages preloads modules by itself.
    modulePreload: { polyfill: false },
  },
  test: { environment: "node" },
});
