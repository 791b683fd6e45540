"use strict";
(() => {
  const all = (selector, from = document) => [...from.querySelectorAll(selector)];
  const search = document.getElementById("search");
  const found = document.getElementById("found");
  const kind = document.getElementById("kind");
  const certainties = all("[data-certainty-filter]");
  const rows = all("[data-find], .names > li").map(element => ({ element, text: element.textContent.toLowerCase() }));
  const groups = all("[data-group]").map(element => ({ element, was: element.open, label: element.querySelector("summary, h3") }));

  function filter() {
    const words = search.value.toLowerCase().split(/\s+/).filter(word => word);
    const shown = new Set(certainties.filter(box => box.checked).map(box => box.dataset.certaintyFilter));
    const matches = text => words.every(word => text.includes(word));
    // the folders' names count for the files in them
    const open = new Set(groups.filter(group => words.length && matches(group.label.textContent.toLowerCase())).map(group => group.element));
    let count = 0;
    for (const { element, text } of rows) {
      const group = element.closest("[data-group]");
      const certainty = element.dataset.certainty;
      const wanted = (!certainty || shown.has(certainty)) && (!kind || !kind.value || !certainty || group.dataset.kind === kind.value);
      const visible = wanted && (matches(text) || open.has(group));
      element.hidden = !visible;
      if (visible) count++;
    }
    for (const { element, was } of groups) {
      const any = all("[data-find], .names > li", element).some(row => !row.hidden);
      element.hidden = !any;
      if (element.tagName === "DETAILS") element.open = words.length ? any : was;
    }
    found.textContent = words.length ? count + (count === 1 ? " match" : " matches") : "";
  }

  let waiting;
  search.addEventListener("input", () => { clearTimeout(waiting); waiting = setTimeout(filter, 120); });
  certainties.forEach(box => box.addEventListener("change", filter));
  if (kind) kind.addEventListener("change", filter);
  const set = (id, value) => all("details", document.getElementById(id)).forEach(one => { one.open = value; });
  all("[data-open]").forEach(button => button.addEventListener("click", () => set(button.dataset.open, true)));
  all("[data-close]").forEach(button => button.addEventListener("click", () => set(button.dataset.close, false)));
  addEventListener("beforeprint", () => all("details").forEach(one => { one.open = true; }));
})();
