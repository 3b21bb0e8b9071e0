// The list of a round: its pages are fetched ahead so that they open with no
// signal, its order can be changed, and its cautions are dismissed for a season.
"use strict";
(() => {
  const $ = (sel, el = document) => el.querySelector(sel);
  const $$ = (sel, el = document) => [...el.querySelectorAll(sel)];
  const round = $(".round");
  if (!round) return;

  const safety = $("[data-safety]"), seen = safety && "kembo-safety-" + safety.dataset.safety;
  if (safety && localStorage.getItem(seen)) safety.hidden = true;
  $(".js-safety")?.addEventListener("click", () => {
    localStorage.setItem(seen, "1");
    safety.hidden = true;
  });

  // ---- ahead
  const prep = $("[data-prep]"), links = $$(".s-link");
  const say = (text, bad) => {
    prep.hidden = false;
    prep.textContent = text;
    prep.classList.toggle("bad", !!bad);
  };
  const at = () => {
    const t = Number(localStorage.getItem("kembo-fetched"));
    return t ? ", " + new Date(t).toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" }) : "";
  };
  async function ahead() {
    if (!links.length) return;
    if (!window.isSecureContext || !("serviceWorker" in navigator)) {
      return say("Without HTTPS this page cannot work with no signal: looks wait on the device only while the page is open. See “Phones in the yard” in the guide.", true);
    }
    if (!(await fetch("/healthz").catch(() => null))?.ok) return say(`No signal. This is the round as it was fetched last${at()}.`);
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller) await new Promise((yes) => navigator.serviceWorker.addEventListener("controllerchange", yes, { once: true }));
    // What was kept a moment ago, and has not changed since, need not come again.
    const pages = await caches.open("kembo-pages");
    const fresh = async (url) => {
      const r = await pages.match(url, { ignoreVary: true });
      return r && Date.now() - Date.parse(r.headers.get("X-Kembo-Kept")) < 600000;
    };
    let n = 0, failed = 0;
    for (const url of [location.href, ...links.map((a) => a.href), $(".round").dataset.summary, "/pocket", "/shorthand"]) {
      if (!url) continue;
      try {
        if (url === location.href || !(await fresh(url))) {
          const r = await fetch(url, { headers: { "X-Kembo-Keep": "1" } });
          if (!r.ok) failed++;
        }
      } catch {
        failed++;
      }
      n++;
      say(`Getting the round ready for no signal: ${Math.min(n, links.length)} of ${links.length}`);
    }
    round.dataset.ready = failed ? "no" : "yes";
    if (!failed) localStorage.setItem("kembo-fetched", String(Date.now()));
    say(failed ? "Some pages could not be fetched; with no signal they may be missing." : "Ready for no signal.", failed > 0);
    // Then what may become of a colony, one after the other, while nobody waits for it.
    for (const s of $$(".stop[data-colony]")) for (const what of ["moves", "life", "split", "unite", "swarm", "queens/note"]) {
      const url = `/colonies/${s.dataset.colony}/${what}`;
      if (!(await fresh(url))) await fetch(url, { headers: { "X-Kembo-Keep": "1" } }).catch(() => {});
    }
    round.dataset.forms = "yes";
  }
  ahead().catch(() => say("This device keeps no pages; with no signal the round cannot be opened.", true));

  // ---- the order, by drag or by buttons
  const list = $(".stops");
  const save = async () => {
    let ids = $$(".stop", list).map((s) => s.dataset.colony);
    if (list.classList.contains("end")) ids = ids.reverse();
    $$(".stop", list).forEach((s, i) => {
      if (!s.classList.contains("looked")) $(".s-n", s).textContent = i + 1;
    });
    const first = $(".stop:not(.looked)", list), go = $(".r-foot .btn-primary");
    if (first && go) {
      go.href = $(".s-link", first).href;
      go.textContent = "Go to " + first.dataset.code;
    }
    const r = await fetch(`/yards/${round.dataset.yard}/round/order`, { method: "POST", headers: { "Content-Type": "application/x-www-form-urlencoded", [window.kemboQueue.HEADER]: "1" }, body: new URLSearchParams({ order: ids.join(",") }) }).catch(() => null);
    say(r && r.ok ? "The order is kept." : "The order could not be kept; try again when Kembo is in reach.", !(r && r.ok));
  };
  $(".js-reorder")?.addEventListener("click", () => {
    const on = list.classList.toggle("sorting");
    $$(".s-move", list).forEach((m) => (m.hidden = !on));
    $$(".stop", list).forEach((s) => (s.draggable = on));
    $(".r-more").open = false;
    if (on) $(".js-up", list)?.focus();
  });
  list?.addEventListener("click", (e) => {
    const b = e.target.closest(".js-up,.js-down");
    if (!b) return;
    const s = b.closest(".stop"), to = b.classList.contains("js-up") ? s.previousElementSibling : s.nextElementSibling;
    if (!to) return;
    if (b.classList.contains("js-up")) to.before(s);
    else to.after(s);
    b.focus();
    save();
  });
  let held = null;
  list?.addEventListener("dragstart", (e) => (held = e.target.closest(".stop")));
  list?.addEventListener("dragover", (e) => {
    const over = e.target.closest(".stop");
    if (!held || !over || over === held) return;
    e.preventDefault();
    const r = over.getBoundingClientRect();
    if (e.clientY < r.top + r.height / 2) over.before(held);
    else over.after(held);
  });
  list?.addEventListener("dragend", () => {
    held = null;
    save();
  });

  // What waits on this device counts as looked at.
  document.addEventListener("kembo:queue", (e) => {
    const mine = new Set(e.detail.map((x) => x.colony));
    const looked = $$(".stop").filter((s) => s.classList.contains("looked") || mine.has(s.dataset.colony)).length;
    const p = $(".r-prog");
    if (p) p.value = looked;
    const first = $$(".stop").find((s) => !s.classList.contains("looked") && !mine.has(s.dataset.colony));
    const go = $(".r-foot .btn-primary");
    if (go && first && mine.size) {
      go.href = $(".s-link", first).href;
      go.textContent = "Go on with " + first.dataset.code;
    }
  });
})();
