import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { createHash } from "node:crypto";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { defineConfig, type Plugin } from "vite";

const WORKER = "sw.js";
/** What a page never asks for: the worker itself, and texts for people. The page is kept as it is served, as "/". */
const NOT_KEPT = /^(sw\.js|index\.html|licences\/.*|.*\.gz)$/;

/** Writes into the service worker which files the application is made of, and by what a change of each is known. */
const filesOfTheApplication = (): Plugin => ({
  name: "files-of-the-application",
  apply: "build",
  writeBundle({ dir = "dist" }) {
    const digest = (name: string) =>
      createHash("sha256")
        .update(readFileSync(join(dir, name)))
        .digest("hex")
        .slice(0, 16);
    const names = readdirSync(dir, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath, entry.name).slice(dir.length + 1))
      .filter((name) => !NOT_KEPT.test(name))
      .sort();
    // Names under assets/ carry a digest of their content already.
    const files = names.map((name) => ({
      url: `/${name}`,
      revision: name.startsWith("assets/") ? null : digest(name),
    }));
    const worker = join(dir, WORKER);
    const list = JSON.stringify([{ url: "/", revision: digest("index.html") }, ...files]);
    writeFileSync(worker, readFileSync(worker, "utf8").replace("self.airyCrumbFiles", list));
  },
});

/** Asks for the letters along with the page: they are there before the first word is, and nothing jumps. */
const lettersWithThePage = (): Plugin => ({
  name: "letters-with-the-page",
  apply: "build",
  transformIndexHtml: {
    order: "post",
    handler: (_, { bundle }) =>
      Object.keys(bundle ?? {})
        .filter((name) => /-latin-wght-normal-.*\.woff2$/.test(name) && !name.includes("latin-ext"))
        .map((name) => ({
          tag: "link",
          attrs: { rel: "preload", as: "font", type: "font/woff2", href: `/${name}`, crossorigin: "" },
          injectTo: "head" as const,
        })),
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), lettersWithThePage(), filesOfTheApplication()],
  build: {
    chunkSizeWarningLimit: 800,
    rollupOptions: {
      input: { index: "index.html", worker: "src/service-worker.ts" },
      output: { entryFileNames: ({ name }) => (name === "worker" ? WORKER : "assets/[name]-[hash].js") },
    },
  },
});
