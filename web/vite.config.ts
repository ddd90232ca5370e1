import { readdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { constants, gzip } from "node:zlib";
import vue from "@vitejs/plugin-vue";
import { Marked } from "marked";
import { defineConfig, type Plugin } from "vite";

/** Puts a compressed twin beside each file of text, so that the program has nothing to compress when it is asked. */
function compressed(): Plugin {
  const compress = promisify(gzip);
  return {
    name: "compressed",
    apply: "build",
    async writeBundle({ dir = "dist" }) {
      const files = await readdir(dir, { recursive: true });
      const texts = files.filter((file) => /\.(?:js|css|html|svg)$/u.test(file));
      await Promise.all(
        texts.map(async (file) => {
          const path = join(dir, file);
          const twin = await compress(await readFile(path), { level: constants.Z_BEST_COMPRESSION });
          await writeFile(`${path}.gz`, twin);
        }),
      );
    },
  };
}

/** Turns a document of the house into a page: headings can be led to. */
function documents(): Plugin {
  const slug = (heading: string) =>
    heading
      .toLowerCase()
      .replace(/[^\p{L}\p{N} ]/gu, "")
      .replaceAll(" ", "-");
  const marked = new Marked({
    renderer: {
      heading({ tokens, depth }) {
        const words = this.parser.parseInline(tokens);
        return `<h${depth} id="${slug(words)}">${words}</h${depth}>`;
      },
    },
  });
  return {
    name: "documents",
    enforce: "pre",
    async transform(text, id) {
      if (!id.endsWith(".md")) return null;
      return `export default ${JSON.stringify(await marked.parse(text))};`;
    },
  };
}

export default defineConfig({
  plugins: [vue(), documents(), compressed()],
  define: { __VUE_PROD_DEVTOOLS__: "false", __VUE_OPTIONS_API__: "true" },
  build: { target: "es2022", assetsInlineLimit: 0, chunkSizeWarningLimit: 600 },
  server: { proxy: { "/api": { target: "http://127.0.0.1:4770", changeOrigin: true } } },
});
