import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // A new version waits until somebody opens it: what is open stays of one piece.
      registerType: "prompt",
      injectRegister: null,
      includeManifestIcons: false, // among the patterns below already
      workbox: {
        globPatterns: ["index.html", "assets/**/*.{js,css,woff2,svg,png,json}"],
        navigateFallback: "/index.html",
        navigateFallbackDenylist: [/^\/api\//],
        inlineWorkboxRuntime: true,
        cleanupOutdatedCaches: true,
      },
      manifest: {
        name: "Lean Year",
        short_name: "Lean Year",
        description: "Whole-property rainwater supplies, designed for the lean year",
        start_url: "/",
        display: "standalone",
        background_color: "#fbf8f0",
        theme_color: "#fbf8f0",
        icons: [
          { src: "/assets/icon-192.png", sizes: "192x192", type: "image/png" },
          { src: "/assets/icon-512.png", sizes: "512x512", type: "image/png" },
          { src: "/assets/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
        ],
      },
    }),
  ],
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
