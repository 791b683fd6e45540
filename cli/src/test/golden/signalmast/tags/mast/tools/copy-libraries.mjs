// Copies files of packages from node_modules to where the pages expect them.
import { copyFileSync, mkdirSync } from "node:fs";
import { dirname } from "node:path";

const files = {
  "lib/dayjs.min.js": "dayjs/dayjs.min.js",
  "lib/jquery-3.7.1.min.js": "jquery/dist/jquery.min.js",
};

for (const [to, from] of Object.entries(files)) {
  mkdirSync(dirname(to), { recursive: true });
  copyFileSync(`node_modules/${from}`, to);
}
