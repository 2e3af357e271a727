import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  test: {
    environment: "jsdom",
    setupFiles: "src/testing/setup.ts",
    testTimeout: 120_000, // against what hangs: a busy machine is no fault
    maxWorkers: "100%", // else one core is left idle: half of a small machine
    restoreMocks: true,
    unstubGlobals: true,
  },
});
