// The move sheet in the hand: ticks stay, and on a phone one step fills the screen.
"use strict";
(() => {
  const $ = (sel, el = document) => el.querySelector(sel);
  const $$ = (sel, el = document) => [...el.querySelectorAll(sel)];
  const list = $(".mv-steps"), walk = $(".mv-walk");
  if (!list || !walk) return;
  const steps = [...list.children], boxes = steps.map((li) => $("input", li));

  // Ticks belong to one sheet on one device: another plan begins anew.
  const key = "kembo-sheet-" + location.pathname, mark = list.dataset.sheet;
  try {
    const kept = JSON.parse(localStorage.getItem(key) || "null");
    if (kept && kept.sheet === mark) boxes.forEach((b, i) => (b.checked = !!kept.ticked[i]));
  } catch {
    // what cannot be read is begun anew
  }
  const keep = () => localStorage.setItem(key, JSON.stringify({ sheet: mark, ticked: boxes.map((b) => b.checked) }));
  list.addEventListener("change", keep);
  $$(".mv-done form.asked").forEach((f) => f.addEventListener("submit", () => localStorage.removeItem(key)));

  // What was not ticked is asked about once, before anything is kept or sent.
  const form = $(".mv-ticks") && $(".mv-ticks").closest("form"), left = $(".mv-left");
  document.addEventListener("submit", (e) => {
    if (e.target !== form || (e.submitter && e.submitter.name === "asked")) return;
    const all = $$("input[type=checkbox]", form), open = all.filter((b) => !b.checked);
    if (!open.length || open.length === all.length) return;
    e.preventDefault();
    e.stopPropagation();
    const say = open.map((b) => b.nextElementSibling.textContent);
    $(".js-left", left).textContent = say.map((s) => s[0].toLowerCase() + s.slice(1)).join("; ");
    left.hidden = false;
    $("button", left).focus();
  }, true);

  let at = 0;
  const show = (i) => {
    at = Math.max(0, Math.min(steps.length, i));
    steps.forEach((li, k) => li.classList.toggle("at", k === at));
    const over = at === steps.length;
    document.body.classList.toggle("walk-over", over);
    $(".mv-at").textContent = over ? "All steps" : `${at + 1} of ${steps.length}`;
    $(".js-next").textContent = over ? "Close" : "Done, next";
    $(".js-back").disabled = at === 0;
    scrollTo(0, 0);
    if (!over) boxes[at].focus({ preventScroll: true });
  };
  const leave = () => {
    document.body.classList.remove("walking", "walk-over");
    walk.hidden = true;
    $(".js-walk").hidden = false;
    $(".js-walk").focus();
  };
  $(".js-walk").hidden = false;
  $(".js-walk").addEventListener("click", () => {
    document.body.classList.add("walking");
    walk.hidden = false;
    $(".js-walk").hidden = true;
    const first = boxes.findIndex((b) => !b.checked);
    show(first < 0 ? steps.length : first);
  });
  $(".js-back").addEventListener("click", () => show(at - 1));
  $(".js-next").addEventListener("click", () => {
    if (at === steps.length) return leave();
    boxes[at].checked = true;
    keep();
    show(at + 1);
  });
  $(".js-all").addEventListener("click", leave);
})();
