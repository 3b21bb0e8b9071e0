// Small helps of every page.
"use strict";
(() => {
  const $ = (sel, el = document) => el.querySelector(sel);
  const $$ = (sel, el = document) => [...el.querySelectorAll(sel)];

  $(".js-print")?.addEventListener("click", () => window.print());
  $(".js-find")?.addEventListener("click", (e) => {
    e.preventDefault();
    const f = $(".k-find");
    f.classList.add("open");
    $("input", f).focus();
  });

  // A slider says its number beside it while it is moved.
  document.addEventListener("input", (e) => {
    const out = e.target.type === "range" && $("output", e.target.closest("label") ?? document.createElement("p"));
    if (out) out.textContent = e.target.value;
  });

  // Ctrl K jumps to the field that finds, from any page.
  document.addEventListener("keydown", (e) => {
    if (e.key !== "k" || !(e.ctrlKey || e.metaKey) || !$(".k-find")) return;
    e.preventDefault();
    $(".js-find")?.offsetParent ? $(".js-find").click() : $(".k-find input").focus();
  });

  // The strip of calculators on a phone shows the one that is open.
  const open1 = $(".bl-l.on");
  if (open1 && open1.parentElement.scrollWidth > open1.parentElement.clientWidth) {
    open1.parentElement.scrollLeft = open1.offsetLeft - 24;
  }

  // How the device is held: large type and the left hand stay as they were set.
  const set = (name) => {
    const on = localStorage.getItem("kembo-" + name) === "1";
    document.documentElement.classList.toggle(name, on);
    $$(".js-" + name).forEach((b) => {
      b.checked = on;
      b.addEventListener("change", () => {
        localStorage.setItem("kembo-" + name, b.checked ? "1" : "0");
        document.documentElement.classList.toggle(name, b.checked);
      });
    });
  };
  set("large");
  set("left");

  // The screen stays on while a round runs, where the device allows it.
  if ($(".round, .look.in-round") && "wakeLock" in navigator) {
    const wanted = () => localStorage.getItem("kembo-wake") !== "0";
    const hold = () => wanted() && document.visibilityState === "visible" && navigator.wakeLock.request("screen").catch(() => {});
    hold();
    document.addEventListener("visibilitychange", hold);
    $$(".js-wake").forEach((b) => {
      b.checked = wanted();
      b.addEventListener("change", () => {
        localStorage.setItem("kembo-wake", b.checked ? "1" : "0");
        hold();
      });
    });
  }
})();
