import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    outDir: "../lean_year/api/static",
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // One file of libraries compresses better than many; those that are fetched later stay by themselves.
        codeSplitting: {
          groups: [{ name: "libraries", test: /node_modules\/(?!sonner|fast-json-patch|@radix-ui\/react-switch)/ }],
        },
      },
    },
  },
  server: { port: 8766, proxy: { "/api": { target: "http://127.0.0.1:8765", changeOrigin: false } } },
});
