import { h, render } from "preact";
import htm from "htm";
import { arrivals } from "app/arrivals.js";
const html = htm.bind(h);
const list = await arrivals();
render(html`<ol>${list.map((a) => html`<li>${a}</li>`)}</ol>`, document.getElementById("board"));
