import { readFileSync } from "node:fs";
import { defineConfig } from "vitest/config";

// Sentences as the core writes them: tests/web/test_front_end.py makes the file.
const file = process.env.AIRYCRUMB_SENTENCES;
const sentences = file ? JSON.parse(readFileSync(file, "utf8")) : [];

export default defineConfig({
  test: { include: ["src/**/*.test.ts"], environment: "node", testTimeout: 60_000, provide: { sentences } },
});
