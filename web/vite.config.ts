import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "dist", emptyOutDir: false, target: "es2022", chunkSizeWarningLimit: 800 },
  test: { include: ["src/**/*.test.ts"] },
  server: { proxy: { "/api": "http://127.0.0.1:8337" } },
});
