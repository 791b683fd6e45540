"use strict";
/** Whether the lamp at the top of the mast is lit. */
function isLit(flying) {
    return flying > 0;
}
function lampText(flying, struck) {
    const state = isLit(flying) ? "lit" : "dark";
    return `Lamp ${state}: ${flying} flying, ${struck} struck`;
}
