import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: "../lean_year/api/static", emptyOutDir: true, chunkSizeWarningLimit: 900 },
  server: { port: 8766, proxy: { "/api": { target: "http://127.0.0.1:8765", changeOrigin: false } } },
});
