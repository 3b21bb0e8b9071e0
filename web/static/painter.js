// The frame painter: a frame's faces in eight zones, by finger, mouse or keys. It
// writes into the form's own fields, face by face, and tells the form of it.
"use strict";
window.kemboPainter = (form, changed) => {
  const $ = (sel, el = document) => el.querySelector(sel);
  const $$ = (sel, el = document) => [...el.querySelectorAll(sel)];
  const painter = $("#painter"), grid = $(".zones", painter), strip = $(".strip", painter);
  const letters = "HNPELBDCF";
  const NS = "http://www.w3.org/2000/svg";
  let box = null, frame = 1, side = "a", brush = "H";

  // zones reads a face's field: eight letters, or shorthand like "H3 N1 B4".
  function zones(text) {
    const t = text.trim().toUpperCase();
    if (/^[HNPELBDCF.]{8}$/.test(t)) return [...t];
    let out = "";
    for (const w of t.split(/\s+/)) {
      const m = /^([HNPELBDCF])(\d)$/.exec(w);
      if (m) out += m[1].repeat(Number(m[2]));
    }
    return [...(out + "........").slice(0, 8)];
  }
  const field = (n = frame, s = side) => form.elements["box." + box.dataset.box + ".f." + n + "." + s];
  const short = (z) => letters.split("").filter((l) => z.includes(l)).map((l) => l + z.filter((x) => x === l).length).join(" ");

  const rows = [0, 1].map(() => {
    const r = document.createElement("div");
    r.setAttribute("role", "row");
    grid.append(r);
    return r;
  });
  const cells = [...Array(8).keys()].map((i) => {
    const b = document.createElement("button");
    b.type = "button";
    b.dataset.zone = i;
    b.setAttribute("role", "gridcell");
    b.tabIndex = i ? -1 : 0;
    rows[i >> 2].append(b);
    return b;
  });

  function write(z) {
    const el = field();
    el.value = z.every((x) => x === ".") ? "" : z.join("");
    changed(el);
    drawPainter();
  }
  function paint(i, letter) {
    const z = zones(field().value);
    if (z[i] === letter) return;
    z[i] = letter;
    write(z);
  }

  function drawPainter() {
    const z = zones(field().value), done = z.filter((x) => x !== ".").length;
    $(".js-title", painter).textContent = box.dataset.name;
    $(".js-sub", painter).textContent = $(".ph-bar h1").textContent.replace(", look", "");
    $(".js-frame", painter).textContent = "Frame " + frame + ", face " + side.toUpperCase();
    $(".js-zones", painter).textContent = done + " of 8 zones";
    $(".js-code", painter).textContent = frame + side.toUpperCase();
    $(".js-short", painter).textContent = short(z) || "nothing yet";
    $$(".ab button", painter).forEach((b) => b.setAttribute("aria-pressed", String(b.dataset.side === side)));
    $$(".br", painter).forEach((b) => {
      b.setAttribute("aria-checked", String(b.dataset.letter === brush));
      b.tabIndex = b.dataset.letter === brush ? 0 : -1;
    });
    cells.forEach((b, i) => {
      b.replaceChildren();
      if (z[i] === ".") {
        const hint = document.createElement("i");
        hint.textContent = "tap";
        b.append(hint);
      } else {
        const s = document.createElementNS(NS, "svg"), r = document.createElementNS(NS, "rect"), l = document.createElement("b");
        s.setAttribute("aria-hidden", "true");
        r.setAttribute("width", "100%");
        r.setAttribute("height", "100%");
        r.setAttribute("fill", "url(#q-" + z[i] + ")");
        s.append(r);
        l.textContent = z[i];
        b.append(s, l);
      }
      b.setAttribute("aria-label", z[i] === "." ? "tap, zone " + (i + 1) + ", not painted" : z[i] + ", zone " + (i + 1) + ", " + nameOf(z[i]));
    });
    drawStrip();
  }
  const nameOf = (l) => $(".br[data-letter=" + l + "] span", painter).textContent;

  function drawStrip() {
    const n = Number(box.dataset.frames);
    if (strip.children.length !== n) {
      strip.replaceChildren(...[...Array(n).keys()].map((i) => {
        const b = document.createElement("button");
        b.type = "button";
        b.setAttribute("role", "tab");
        b.addEventListener("click", () => {
          frame = i + 1;
          side = "a";
          drawPainter();
        });
        return b;
      }));
    }
    [...strip.children].forEach((b, i) => {
      const f = ["a", "b"].map((s) => zones(field(i + 1, s).value));
      const svg = document.createElementNS(NS, "svg");
      svg.setAttribute("viewBox", "0 0 24 40");
      svg.setAttribute("aria-hidden", "true");
      f.forEach((z, k) => {
        let y = 0;
        const x = k * 12.5;
        const add = (fill, h, dash) => {
          const r = document.createElementNS(NS, "rect");
          for (const [a, v] of Object.entries({ x: x + 0.5, y: y + 0.5, width: 10.5, height: h, fill })) r.setAttribute(a, v);
          if (dash) {
            r.setAttribute("stroke", "currentColor");
            if (dash === 2) r.setAttribute("stroke-dasharray", "2.5 2.5");
          }
          svg.append(r);
          y += h;
        };
        for (const l of letters) {
          const c = z.filter((v) => v === l).length;
          if (c) add("url(#s-" + l + ")", (c * 39) / 8);
        }
        y = 0;
        add("none", 39, z.includes(".") ? 2 : 1);
      });
      b.replaceChildren(String(i + 1), svg);
      const done = !f[0].includes(".") && !f[1].includes(".");
      b.className = (i + 1 === frame ? "cur" : "") + (done ? " done" : "");
      b.setAttribute("aria-selected", String(i + 1 === frame));
      b.setAttribute("aria-label", "Frame " + (i + 1) + (done ? ", painted" : ""));
    });
  }

  function open(bx) {
    box = bx;
    frame = 1;
    side = "a";
    strip.replaceChildren();
    painter.hidden = false;
    drawPainter();
    cells[0].focus();
  }
  const close = () => {
    painter.hidden = true;
    $(".js-paint", box).focus();
  };
  $(".js-close", painter).addEventListener("click", close);
  painter.addEventListener("keydown", (e) => {
    if (e.key === "Escape") close();
  });
  $$(".ab button", painter).forEach((b) => b.addEventListener("click", () => {
    side = b.dataset.side;
    drawPainter();
  }));
  $$(".br", painter).forEach((b) => b.addEventListener("click", () => {
    brush = b.dataset.letter;
    drawPainter();
  }));
  const next = (by = 1) => {
    const n = Number(box.dataset.frames);
    const at = (frame - 1) * 2 + (side === "b" ? 1 : 0) + by;
    if (at < 0 || at >= 2 * n) return;
    frame = (at >> 1) + 1;
    side = at % 2 ? "b" : "a";
    drawPainter();
  };
  $(".js-next", painter).addEventListener("click", () => next());
  $(".js-same", painter).addEventListener("click", () => {
    const last = field().dataset.last;
    if (last) write([...last]);
  });
  $(".js-fill", painter).addEventListener("click", () => write([...brush.repeat(8)]));
  // Copies: the face just painted onto the one that is open.
  const copy = (n, s) => {
    if (n < 1 || n > Number(box.dataset.frames)) return;
    const from = zones(field(n, s).value);
    if (from.some((z) => z !== ".")) write(from);
  };
  const other = () => (side === "a" ? "b" : "a");
  const copyFace = () => copy(frame, other());
  const copyFrame = () => {
    if (frame < 2) return;
    const a = field(frame - 1, "a").value, b = field(frame - 1, "b").value;
    field(frame, "a").value = a;
    field(frame, "b").value = b;
    changed(field());
    drawPainter();
  };
  $(".js-copyface", painter).addEventListener("click", copyFace);
  $(".js-copyframe", painter).addEventListener("click", copyFrame);
  // Presets lay a nest over the whole box; each face stays to be corrected. The
  // shapes are common practice: stores over and beside brood.
  const presets = {
    dome: (at) => (at < 0.12 || at > 0.88 ? "HHHHNNPC" : at < 0.28 || at > 0.72 ? "HHHHPLBB" : "HNPPBBEL"),
    arch: (at) => (at < 0.12 || at > 0.88 ? "HHHHHHHH" : "HHHHPBBB"),
    honey: () => "HHHHHHHH",
  };
  $(".js-preset", painter).addEventListener("change", (e) => {
    const p = presets[e.target.value], n = Number(box.dataset.frames);
    e.target.value = "";
    if (!p) return;
    for (let i = 1; i <= n; i++) for (const s of ["a", "b"]) field(i, s).value = p((i - 0.5) / n);
    changed(field());
    drawPainter();
  });

  // touch and mouse: a stroke paints every zone it crosses
  let stroke = false;
  grid.addEventListener("pointerdown", (e) => {
    const b = e.target.closest("[data-zone]");
    if (!b) return;
    stroke = true;
    grid.setPointerCapture(e.pointerId);
    paint(Number(b.dataset.zone), brush);
    move(Number(b.dataset.zone));
    e.preventDefault();
  });
  grid.addEventListener("pointermove", (e) => {
    if (!stroke) return;
    const b = document.elementFromPoint(e.clientX, e.clientY)?.closest("[data-zone]");
    if (b && grid.contains(b)) paint(Number(b.dataset.zone), brush);
  });
  for (const end of ["pointerup", "pointercancel"]) grid.addEventListener(end, () => (stroke = false));

  const move = (i) => {
    cells.forEach((c, k) => (c.tabIndex = k === i ? 0 : -1));
    cells[i].focus();
  };
  grid.addEventListener("keydown", (e) => {
    const i = Number(e.target.dataset.zone);
    if (!Number.isInteger(i) || e.ctrlKey || e.metaKey || e.altKey) return;
    const to = { ArrowRight: i + 1, ArrowLeft: i - 1, ArrowDown: i + 4, ArrowUp: i - 4 }[e.key];
    const k = e.key.toUpperCase();
    if (to !== undefined) {
      if (to >= 0 && to < 8) move(to);
    } else if (letters.includes(k) && k.length === 1) {
      brush = k;
      paint(i, k);
      if (i < 7) move(i + 1);
    } else if (e.key === "=") copyFace();
    else if (e.key === "+") copyFrame();
    else if (e.key === " " || e.key === "Enter") paint(i, brush);
    else if (e.key === "Backspace" || e.key === "Delete") paint(i, ".");
    else if (e.key === "PageDown" || e.key === "]") {
      next();
      move(0);
    } else if (e.key === "PageUp" || e.key === "[") {
      next(-1);
      move(0);
    } else return;
    e.preventDefault();
  });
  $(".brs", painter).addEventListener("keydown", (e) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
    if (!by) return;
    const i = (letters.indexOf(brush) + by + letters.length) % letters.length;
    brush = letters[i];
    drawPainter();
    $(".br[data-letter=" + brush + "]", painter).focus();
    e.preventDefault();
  });

  return { open, zones, has: (el) => !painter.hidden && painter.contains(el), redraw: () => painter.hidden || drawPainter() };
};
