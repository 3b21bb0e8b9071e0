// A plan is drawn: every hand is a link that works by itself. This adds dragging and keys, and fetches only the part that
// changes.
"use strict";
(() => {
  const root = () => document.getElementById("main");
  if (!root()?.classList.contains("ownpage")) return;
  const $ = (sel) => root().querySelector(sel);
  const at = (key) => $(`[data-at="${CSS.escape(key)}"]`);

  // One fetch at a time: what is pressed meanwhile waits for the hive as it hangs by then.
  let busy = false;
  const go = async (url, focus, back) => {
    if (busy) return;
    busy = true;
    root().setAttribute("aria-busy", "true");
    try {
      const got = await fetch(url, { headers: { "HX-Request-Type": "partial" } });
      if (!got.ok) throw new Error(got.status);
      const part = document.createElement("template");
      part.innerHTML = await got.text();
      if (!back) history.pushState({}, "", url);
      root().replaceWith(part.content);
      if (focus) (at(focus) || $(".own-c"))?.focus({ preventScroll: true });
    } catch {
      location.href = url;
    } finally {
      busy = false;
      root()?.removeAttribute("aria-busy");
    }
  };
  addEventListener("popstate", () => go(location.href, "", true));

  const lifted = () => new URL(location.href).searchParams.get("lift") || "";
  document.addEventListener("click", (e) => {
    const a = e.target.closest("#main a[data-own],#main .own-draw a");
    if (!a || e.metaKey || e.ctrlKey || e.shiftKey || e.button) return;
    e.preventDefault();
    if (dragged) return;
    const url = a.getAttribute("href");
    // The focus stays with what is in the hand, else with the place.
    go(url, new URL(url, location.href).searchParams.get("lift") || a.dataset.at || "");
  });

  // Keys: arrows go from comb to comb and from box to box.
  document.addEventListener("keydown", (e) => {
    if (!root().contains(document.activeElement) && document.activeElement !== document.body) return;
    if (/^(INPUT|SELECT|TEXTAREA)$/.test(document.activeElement.tagName)) return;
    const press = (sel) => $(sel) && (e.preventDefault(), $(sel).click());
    if (e.key === "Escape") return press(".js-back");
    if (e.key === "Delete" || e.key === "Backspace") {
      if (lifted()) return press(".js-off");
      const key = document.activeElement.dataset?.at;
      if (!key || !/^(b\d+|\d+\.\d+)$/.test(key)) return;
      e.preventDefault();
      return go(step(`${key}-off`), key);
    }
    if (e.key === "u" && !e.ctrlKey && !e.metaKey) return press(".js-undo");
    if ((e.ctrlKey || e.metaKey) && e.key === "z") return press(".js-undo");
    const to = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [1, 0], ArrowDown: [-1, 0] }[e.key];
    if (!to) return;
    const here = /^(\d+)\.(\d+)$/.exec(document.activeElement.dataset?.at || "");
    if (!here) return void (document.activeElement.closest?.(".own-draw") && (e.preventDefault(), $(".own-c")?.focus()));
    e.preventDefault();
    const box = +here[1] + to[0];
    for (let slot = +here[2] + to[1]; slot > 0; slot--) { // a box with fewer combs: its last
      const next = at(`${box}.${slot}`);
      if (next) return next.focus();
      if (to[1]) return;
    }
  });

  // step is the page with one more, nothing in the hand.
  const step = (more) => {
    const url = new URL(location.href), q = url.searchParams, form = $(".own-write");
    const had = form ? form.elements.do.value : "";
    q.set("do", had ? `${had},${more}` : more);
    q.set("of", document.querySelector('#main input[name="of"]')?.value || q.get("of") || "");
    q.delete("lift");
    return url.pathname + "?" + q;
  };

  // Dragging with a mouse or a pen; a finger taps, since it scrolls too.
  let from = null, ghost = null, dragged = false;
  document.addEventListener("pointerdown", (e) => {
    dragged = false;
    const a = e.target.closest("#main .own-draw a[data-at]");
    if (!a || e.pointerType === "touch" || e.button) return;
    from = { a, key: a.dataset.at, x: e.clientX, y: e.clientY };
  });
  document.addEventListener("dragstart", (e) => e.target.closest?.("#main .own-draw") && e.preventDefault());
  document.addEventListener("pointermove", (e) => {
    if (!from) return;
    if (!ghost && Math.hypot(e.clientX - from.x, e.clientY - from.y) < 6) return;
    if (!ghost) {
      const r = from.a.querySelector(".hit").getBoundingClientRect();
      ghost = document.createElement("div");
      ghost.className = "own-ghost";
      ghost.setAttribute("aria-hidden", "true");
      ghost.style.width = `${r.width}px`;
      ghost.style.height = `${r.height}px`;
      from.dx = r.left - from.x;
      from.dy = r.top - from.y;
      document.body.append(ghost);
      from.a.classList.add("held");
    }
    ghost.style.transform = `translate(${e.clientX + from.dx}px, ${e.clientY + from.dy}px)`;
    const over = under(e);
    root().querySelectorAll(".over").forEach((el) => el.classList.remove("over"));
    if (over) over.classList.add("over");
  });
  const under = (e) =>
    document.elementsFromPoint(e.clientX, e.clientY).map((el) => el.closest("#main .own-draw [data-at]")).find(Boolean);
  const drop = (e) => {
    if (!from) return;
    const { a, key } = from, was = ghost;
    from = null;
    ghost?.remove();
    ghost = null;
    if (!was) return;
    dragged = true;
    setTimeout(() => (dragged = false), 0);
    a.classList.remove("held");
    const to = under(e)?.dataset.at;
    if (!to || to === key) return;
    const comb = /^\d+\.\d+$/, box = /^b(\d+)$/;
    if (to === "off" && (comb.test(key) || box.test(key))) return go(step(`${key}-off`), "");
    if (comb.test(key) && comb.test(to)) return go(step(`${key}-${to}`), to);
    if (box.test(key)) {
      const n = box.exec(to)?.[1] || /^(\d+)\./.exec(to)?.[1];
      return n && `b${n}` !== key ? go(step(`${key}-${n}`), `b${n}`) : undefined;
    }
    if (/^(drawn|sheet)$/.test(key) && comb.test(to)) return go(step(`${key}-${to}`), to);
  };
  document.addEventListener("pointerup", drop);
  document.addEventListener("pointercancel", () => {
    ghost?.remove();
    from?.a.classList.remove("held");
    from = ghost = null;
  });
})();
