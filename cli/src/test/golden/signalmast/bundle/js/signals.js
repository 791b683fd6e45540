// Names that the page and other scripts use.
Object.defineProperties(window, {
  meanings: { get: function () { return meanings; }, set: function (value) { meanings = value; }, configurable: true },
  signals: { get: function () { return signals; }, set: function (value) { signals = value; }, configurable: true },
  struck: { get: function () { return struck; }, set: function (value) { struck = value; }, configurable: true },
  when: { get: function () { return when; }, set: function (value) { when = value; }, configurable: true },
});

// what the mast flies, oldest first
var signals = [
  { at: "2024-11-02T06:10", kind: "tide" },
  { at: "2024-11-02T09:45", kind: "fog" }
];
var meanings = { tide: "water above the sill", fog: "visibility below 500 m", storm: "wind of force 8 or more" };
var struck = 0;

function when(signal) {
  return dayjs(signal.at).format("ddd D MMM, HH:mm");
}
