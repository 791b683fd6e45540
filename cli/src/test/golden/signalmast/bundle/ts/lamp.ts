// Names that the page and other scripts use.
Object.defineProperties(window, {
  lampText: { get: function () { return lampText; }, configurable: true },
});

/** Whether the lamp at the top of the mast is lit. */
function isLit(flying: number): boolean {
  return flying > 0;
}

function lampText(flying: number, struck: number): string {
  const state = isLit(flying) ? "lit" : "dark";
  return `Lamp ${state}: ${flying} flying, ${struck} struck`;
}
