importScripts('levels.js');
onmessage = function (e) { postMessage(sum(e.data)); };
