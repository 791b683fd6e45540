const shown: HTMLElement | null = document.getElementById("tide");
fetch("/tide").then((r) => r.text()).then((text) => { if (shown) shown.textContent = text; });
export {};
