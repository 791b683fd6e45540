// Names that the page and other scripts use.
Object.defineProperties(window, {
  signals: { get: function () { return signals; }, set: function (value) { signals = value; }, configurable: true },
  struck: { get: function () { return struck; }, set: function (value) { struck = value; }, configurable: true },
});

var signals = [];
var struck = 0;
function when(s) { return dayjs(s.at); }
