// What log.html loads, in the order of its tags.
window.$ = require("jquery");
window.dayjs = require("dayjs");
require("../js/signals.js");
