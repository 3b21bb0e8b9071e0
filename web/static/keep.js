// A list whose pages are fetched ahead, so that they open with no signal.
"use strict";
(() => {
  const list = document.querySelector("[data-keep-ahead]"), said = document.querySelector("[data-prep]");
  if (!list || !said) return;
  const say = (text, bad) => {
    said.hidden = false;
    said.textContent = text;
    said.classList.toggle("bad", !!bad);
  };
  const ahead = async () => {
    if (!window.isSecureContext || !("serviceWorker" in navigator)) {
      return say("Without HTTPS this list opens only where there is a signal. See “Phones in the yard” in the guide.", true);
    }
    if (!(await fetch("/healthz").catch(() => null))?.ok) return say("No signal. This is the list as it was fetched last.");
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller) await new Promise((yes) => navigator.serviceWorker.addEventListener("controllerchange", yes, { once: true }));
    let failed = 0;
    for (const url of [location.href, ...[...document.querySelectorAll("a.js-keep")].map((a) => a.href)]) {
      const r = await fetch(url, { headers: { "X-Kembo-Keep": "1" } }).catch(() => null);
      if (!r?.ok) failed++;
    }
    list.dataset.ready = failed ? "no" : "yes";
    say(failed ? "Some pages could not be fetched; with no signal they may be missing." : "Ready for no signal.", failed > 0);
  };
  ahead().catch(() => say("This device keeps no pages; with no signal the list cannot be opened.", true));
})();
