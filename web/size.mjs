// The first load must stay small: the scripts that the page asks for at once, gzipped.
import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";

const limit = 250 * 1024;
const page = readFileSync("dist/index.html", "utf8");
const scripts = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1]);
const bytes = scripts.reduce((n, s) => n + gzipSync(readFileSync(`dist/${s}`)).length, 0);
console.log(`first load: ${Math.round(bytes / 1024)} KB of gzipped script in ${scripts.length} files, at most ${limit / 1024} KB`);
if (scripts.length === 0 || bytes > limit) process.exit(1);
