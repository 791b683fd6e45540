// What index.html loads, in the order of its tags.
window.$ = require("jquery");
window.dayjs = require("dayjs");
require("../ts/lamp.ts");
require("../js/signals.js");
require("../js/board.js");
