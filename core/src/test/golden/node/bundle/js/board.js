'use strict';
// Names that the page and other scripts use.
Object.defineProperties(window, {
  hoist: { get: function () { return hoist; }, set: function (value) { hoist = value; }, configurable: true },
});

function hoist(kind) { signals.push(kind); struck++; }
$(hoist);
