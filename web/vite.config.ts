import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [vue()],
  build: { target: "es2022", assetsInlineLimit: 0, chunkSizeWarningLimit: 600 },
  server: { proxy: { "/api": { target: "http://127.0.0.1:4770", changeOrigin: true } } },
});
