import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import rubyPlugin from "vite-plugin-ruby";

export default defineConfig({
  plugins: [rubyPlugin(), react()],
  build: { sourcemap: false, chunkSizeWarningLimit: 1500, assetsInlineLimit: 0 },
});
