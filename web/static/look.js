// The look page: seams, steppers, painter, the line, and sending it. Everything
// it does to a look is written into the form's own fields, so the form is the
// same with and without it.
"use strict";
(() => {
  const $ = (sel, el = document) => el.querySelector(sel);
  const $$ = (sel, el = document) => [...el.querySelectorAll(sel)];

  const form = $("#look");
  if (!form) return;

  // ---- undo: every change of a field can be taken back
  const past = [], coming = [];
  const known = new Map();
  const remember = (el) => known.set(el, read(el));
  const read = (el) => (el.type === "radio" || el.type === "checkbox" ? el.checked : el.value);
  const fields = () => $$("input[name],select[name]", form).filter((el) => el.type !== "hidden" || el.name.endsWith(".expected"));
  fields().forEach(remember);
  const told = () => form.dispatchEvent(new Event("painted", { bubbles: true }));
  form.addEventListener("change", () => {
    const moved = fields().filter((el) => known.get(el) !== read(el));
    if (!moved.length) return;
    past.push(moved.map((el) => [el, known.get(el)]));
    coming.length = 0;
    moved.forEach(remember);
  });
  const back = (from, to) => {
    const last = from.pop();
    if (!last) return;
    to.push(last.map(([el]) => [el, read(el)]));
    for (const [el, was] of last) {
      if (typeof was === "boolean") el.checked = was;
      else el.value = was;
      remember(el);
    }
    refresh();
    told();
  };
  const undo = () => back(past, coming), redo = () => back(coming, past);
  $$(".js-redo").forEach((b) => b.addEventListener("click", redo));
  $$(".js-undo").forEach((b) => b.addEventListener("click", undo));
  form.addEventListener("keydown", (e) => {
    const typing = e.target.matches && e.target.matches("input:not([type=range]):not([type=radio]):not([type=checkbox])");
    if ((e.ctrlKey || e.metaKey) && !typing && (e.key.toLowerCase() === "z" || e.key.toLowerCase() === "y")) {
      e.preventDefault();
      if (e.key.toLowerCase() === "y" || e.shiftKey) redo();
      else undo();
    }
    // Enter in a field must not send half a look.
    if (e.key === "Enter" && e.target.matches("input")) e.preventDefault();
  });

  // ---- boxes
  const boxes = $$(".bx[data-box]");
  const changed = (el) => el.dispatchEvent(new Event("change", { bubbles: true }));
  const num = (el) => parseFloat(String(el.value).replace(",", "."));

  function showBox(bx) {
    const depth = $("input[name$='.depth']:checked", bx)?.value || "boxes";
    bx.dataset.depth = depth;
    const seams = $(".cnt", bx), range = $(".js-seams", bx);
    const n = num(seams);
    range.value = Number.isFinite(n) ? n : 0;
    range.setAttribute("aria-valuetext", Number.isFinite(n) ? n + " seams" : "not looked");
    const all = $$(".seam", bx);
    const on = Number.isFinite(n) ? Math.round(n) : 0;
    const from = Math.floor((all.length - on) / 2);
    all.forEach((s, i) => s.classList.toggle("on", i >= from && i < from + on));
    const counts = $$(".counts input", bx);
    const sum = counts.reduce((t, el) => t + (num(el) || 0), 0);
    const left = Number(bx.dataset.frames) - sum, say = $(".js-left", bx);
    const any = counts.some((el) => el.value !== "");
    say.classList.toggle("over", left < -0.01);
    say.textContent = !any ? "Not counted yet." : left < -0.01 ? Math.abs(left) + " frames too many" : left > 0.01 ? left + " frames not told, taken as empty comb" : "All " + bx.dataset.frames + " frames told.";
    const faces = $$(".js-face", bx), painted = faces.filter((f) => zones(f.value).some((z) => z !== ".")).length;
    $(".js-painted", bx).textContent = painted ? painted + " of " + faces.length + " faces painted" : "None painted yet";
  }
  const refresh = () => {
    boxes.forEach(showBox);
    if (!painter.hidden) drawPainter();
  };
  const stepping = (b) =>
    b.addEventListener("click", () => {
      const el = $("input", b.parentElement);
      const now = el.value === "" ? 0 : num(el) || 0;
      el.value = String(Math.max(0, Math.round((now + Number(b.dataset.by)) * 2) / 2));
      if (el.value === "0" && el.name.startsWith("act.")) el.value = "";
      changed(el);
    });
  $$(".dn .js-step", form).forEach(stepping);
  // A count is "as expected" until it is touched.
  const accept = (bx, on) => {
    form.elements["box." + bx.dataset.box + ".expected"].value = on ? "1" : "";
  };
  boxes.forEach((bx) => {
    bx.addEventListener("change", () => showBox(bx));
    const range = $(".js-seams", bx), cnt = $(".cnt", bx);
    range.addEventListener("input", () => {
      cnt.value = range.value;
      showBox(bx);
    });
    $$(".js-step", bx).forEach((b) => stepping(b));
    $(".js-seams", bx).addEventListener("input", () => accept(bx, false));
    cnt.addEventListener("input", () => accept(bx, false));
    $(".js-last", bx)?.addEventListener("click", () => {
      $$(".counts input", bx).forEach((el) => (el.value = el.dataset.last));
      changed($(".counts input", bx));
    });
    $(".js-paint", bx)?.addEventListener("click", () => open(bx));
  });

  // ---- painter
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
  $(".js-close", painter).addEventListener("click", () => {
    painter.hidden = true;
    $(".js-paint", box).focus();
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


  // ---- the line: the same look in shorthand, both ways
  const line = $(".js-line", form), says = $("#line-says");
  const hive = JSON.parse(form.dataset.boxes), K = window.kemboShorthand;
  const val = (name) => {
    const el = form.elements[name];
    if (!el) return "";
    if (el.type === "checkbox") return el.checked ? el.value : "";
    return el.value;
  };
  const round3 = (v) => Math.round(v * 1000) / 1000;
  const flags = ["looked", "seen", "eggs", "larvae", "capped"], chips = { seen: "queen.seen", eggs: "queen.eggs", larvae: "queen.larvae", capped: "queen.brood" };
  const cellNames = { cups: "cups", with_egg: "with_egg", charged: "charged", capped: "capped", emerged: "emerged", torn_down: "torn" };
  const countNames = { Brood: "brood", Honey: "honey", Nectar: "nectar", Pollen: "pollen", Empty: "empty", Undrawn: "undrawn" };
  const set1 = (name, v) => {
    const el = form.elements[name];
    if (!el) return;
    if (el.type === "checkbox") el.checked = !!v;
    else el.value = v === undefined || v === null ? "" : String(v);
  };

  // told reads the form as the line has it.
  function toLine() {
    const l = { boxes: [], queen: {}, cells: {} };
    for (const k in chips) if (val(chips[k])) l.queen[k] = true;
    if (Object.keys(l.queen).length || val("queen.none")) l.queen.looked = true;
    if (val("check")) l.cells.check = val("check");
    for (const k in cellNames) if (Number(val("cells." + cellNames[k])) > 0) l.cells[k] = Number(val("cells." + cellNames[k]));
    if (val("where")) l.cells.where = val("where");
    if (val("health")) l.health = val("health");
    if (val("white_wax")) l.white_wax = val("white_wax");
    const how = val("weight.how"), n = (t) => parseFloat(String(t).replace(",", "."));
    if (how === "feel" && val("weight.heft")) l.weight = { how, heft: val("weight.heft") };
    else if (how && n(val("weight.value")) > 0) l.weight = { how, value: n(val("weight.value")), unit: form.dataset.mass, ...(how === "sides" ? { other: n(val("weight.other")) || 0 } : {}) };
    hive.forEach((b, i) => {
      const p = "box." + i + ".", d = val(p + "depth"), x = { box: b.id };
      if (val(p + "seams") !== "" && d !== "heft") Object.assign(x, { depth: "seams", seams: n(val(p + "seams")), expected: !!val(p + "expected") });
      if (d === "seams") {
        if (val(p + "outer")) x.outer = val(p + "outer");
        if (val(p + "state")) x.state = val(p + "state");
        if (x.seams !== undefined) x.below = !!val(p + "below");
        if (x.outer || x.state) x.depth = d;
      } else if (d === "heft") {
        if (n(val(p + "kg")) > 0) Object.assign(x, { depth: d, value: n(val(p + "kg")), unit: form.dataset.mass });
        else if (val(p + "heft")) Object.assign(x, { depth: d, heft: val(p + "heft") });
      } else if (d === "boxes") {
        const c = {};
        let any = false;
        for (const k in countNames) {
          const t = val(p + countNames[k]);
          c[k] = t === "" ? 0 : n(t);
          any = any || t !== "";
        }
        if (any) Object.assign(x, { depth: d, counts: c });
      } else if (d === "faces") {
        const f = [...Array(b.frames).keys()].map((k) => ["a", "b"].map((s) => val(p + "f." + (k + 1) + "." + s)));
        if (f.flat().some((t) => t.replace(/\./g, ""))) Object.assign(x, { depth: d, faces: f });
      }
      if (x.depth) l.boxes.push(x);
    });
    if (val("note").trim()) l.note = val("note").trim();
    const acts = [];
    if (Number(val("act.supers")) > 0) acts.push({ what: "supers_on", count: Number(val("act.supers")), drawn: val("act.comb") !== "foundation" });
    const fed = n(val("act.feed"));
    if (fed > 0) acts.push(val("act.feed_as") === "sugar" ? { what: "fed", kg: round3(fed / Number(form.dataset.kilo)) } : { what: "fed", litres: round3(fed / Number(form.dataset.litre)), ratio: val("act.feed_as") });
    if (Number(val("act.swap")) > 0) acts.push({ what: "combs_swapped", count: Number(val("act.swap")) });
    if (val("act.turn")) acts.push({ what: "turned" });
    if (val("act.excluder")) acts.push({ what: "excluder_" + val("act.excluder") });
    hive.forEach((b, i) => val("act.off." + i) && acts.push({ what: "box_off", box: b.id, harvested: val("act.off." + i) === "harvest" }));
    return { look: l, acts };
  }
  // fromLine writes what the line says into the form: all of it, and no more.
  function fromLine(x) {
    const l = x.look || { boxes: [], queen: {}, cells: {} };
    for (const k in chips) set1(chips[k], l.queen[k]);
    set1("queen.none", l.queen.looked && !flags.slice(1).some((k) => l.queen[k]));
    set1("check", l.cells.check || "");
    for (const k in cellNames) set1("cells." + cellNames[k], l.cells[k]);
    set1("where", l.cells.where || "");
    set1("health", l.health || "");
    set1("white_wax", l.white_wax || "");
    const w = l.weight || { how: "" };
    set1("weight.how", w.how);
    const own = form.dataset.mass, mass = (v, u) => (v === undefined ? "" : u && u !== own ? v + " " + u : v);
    set1("weight.value", mass(w.value, w.unit));
    set1("weight.other", mass(w.other, w.unit));
    set1("weight.heft", w.heft || "");
    hive.forEach((b, i) => {
      const p = "box." + i + ".", v = l.boxes.find((y) => y.box === b.id) || {};
      if (v.depth) set1(p + "depth", v.depth);
      set1(p + "seams", v.seams);
      set1(p + "expected", v.expected ? "1" : "");
      set1(p + "below", v.below);
      set1(p + "outer", v.outer || "");
      set1(p + "state", v.state || "");
      set1(p + "kg", mass(v.value, v.unit));
      set1(p + "heft", v.heft || "");
      for (const k in countNames) set1(p + countNames[k], v.counts && v.counts[k] ? v.counts[k] : "");
      if (v.counts && !Object.values(v.counts).some(Boolean)) set1(p + "brood", 0);
      for (let k = 1; k <= b.frames; k++) for (const [m, s] of [[0, "a"], [1, "b"]]) set1(p + "f." + k + "." + s, v.faces ? v.faces[k - 1][m] : "");
      const off = x.acts.find((a) => a.what === "box_off" && a.box === b.id);
      set1("act.off." + i, off ? (off.harvested ? "harvest" : "off") : "");
    });
    set1("note", l.note || "");
    const act = (k) => x.acts.find((a) => a.what === k) || {};
    set1("act.supers", act("supers_on").count);
    if (act("supers_on").what) set1("act.comb", act("supers_on").drawn ? "drawn" : "foundation");
    const f = act("fed");
    set1("act.feed", f.what ? round3(f.litres ? f.litres * Number(form.dataset.litre) : f.kg * Number(form.dataset.kilo)) : "");
    if (f.what) set1("act.feed_as", f.litres ? f.ratio : "sugar");
    set1("act.swap", act("combs_swapped").count);
    set1("act.turn", act("turned").what);
    set1("act.excluder", act("excluder_in").what ? "in" : act("excluder_out").what ? "out" : "");
  }
  const understood = (x) => {
    says.className = "says";
    says.textContent = K.say(x, hive).join(". ");
  };
  const writeLine = () => {
    if (document.activeElement === line) return;
    const x = toLine();
    line.value = K.format(x, hive);
    understood(x);
  };
  line.addEventListener("input", () => {
    try {
      const x = K.parse(line.value, hive, form.dataset.mass);
      fromLine(x);
      understood(x);
      refresh();
      changed(form.elements.note);
    } catch (e) {
      if (e.at === undefined) throw e;
      says.className = "says wrong";
      const bad = document.createElement("mark");
      bad.textContent = line.value.slice(e.at, e.to);
      says.replaceChildren(line.value.slice(0, e.at), bad, line.value.slice(e.to), document.createElement("br"), e.message + ".");
    }
  });
  form.addEventListener("change", writeLine);
  form.addEventListener("painted", writeLine);

  // ---- a stop of the round
  $$(".js-tick", form).forEach((t) => t.addEventListener("change", () => {
    for (const [k, v] of new URLSearchParams(t.dataset.tick)) set1(k, t.checked ? v : k === "act.comb" ? "drawn" : k === "act.feed_as" ? val(k) : "");
    told();
  }));
  $(".js-expected", form)?.addEventListener("click", () => {
    let any = null;
    boxes.forEach((bx) => {
      const cnt = $(".cnt", bx);
      if (!cnt.dataset.expect || (cnt.value !== "" && !val("box." + bx.dataset.box + ".expected"))) return;
      cnt.value = cnt.dataset.expect;
      accept(bx, true);
      any = cnt;
    });
    if (any) changed(any);
    refresh();
  });
  const again = $(".js-again", form), last = JSON.parse(sessionStorage.getItem("kembo-finding") || "null");
  if (again && last) {
    again.hidden = false;
    again.textContent = "Same as " + last.code + ": " + last.say;
    again.addEventListener("click", () => {
      set1("check", last.check);
      set1("health", last.health);
      (last.queen || []).forEach((k) => set1(k, true));
      changed(form.elements.note);
    });
  }
  const keepFinding = () => {
    const queen = ["queen.eggs", "queen.larvae", "queen.brood"].filter(val);
    const none = Object.values(cellNames).every((k) => !Number(val("cells." + k)));
    const check = none ? val("check") : "", health = val("health") === "healthy" ? "healthy" : "";
    if (!check && !health && !queen.length) return;
    const say = [queen.length && queen.map((k) => ({ "queen.eggs": "eggs", "queen.larvae": "larvae", "queen.brood": "capped brood" })[k]).join(", "), check === "complete" ? "no cells" : check && "some combs, no cells", health].filter(Boolean).join(", ");
    sessionStorage.setItem("kembo-finding", JSON.stringify({ code: form.dataset.code, check, health, queen, say }));
  };

  // ---- kept as it is typed, under an id of this device's making
  const Q = window.kemboQueue, colony = form.dataset.colony;
  const params = new URLSearchParams(location.search);
  const pour = (body) => {
    const b = new URLSearchParams(body);
    for (const el of fields()) {
      if (el.type === "radio" || el.type === "checkbox") el.checked = b.getAll(el.name).includes(el.value);
      else if (b.has(el.name)) el.value = b.get(el.name);
    }
    form.elements.entry.value = b.get("entry") || form.elements.entry.value;
  };
  const body = (submitter) => {
    const b = new URLSearchParams(new FormData(form));
    if (submitter && submitter.name) b.set(submitter.name, submitter.value);
    return String(b);
  };
  const blank = body();
  const start = async () => {
    // The page may have been kept from an earlier visit: its id is not this look's.
    form.elements.entry.value = Q.uuid();
    const id = params.get("item");
    const item = id && (await Q.all().catch(() => [])).find((x) => x.id === id);
    const half = item ? item.body : await Q.draft.get(colony).catch(() => null);
    if (half) pour(half);
    fields().forEach(remember);
    refresh();
    if (body() !== blank) told();
  };
  const keep = () => Q.draft.put(colony, body()).catch(() => {});
  form.addEventListener("change", keep);
  form.addEventListener("painted", keep);

  // Photos are made small here, without what the camera wrote beside them, and
  // wait like the look they go with.
  const shots = [], add = $(".js-photo", form), list = $(".ph-list", form);
  add.hidden = false;
  const small = async (file) => {
    const img = await createImageBitmap(file, { imageOrientation: "from-image" });
    const k = Math.min(1, 1600 / Math.max(img.width, img.height)), c = document.createElement("canvas");
    c.width = Math.round(img.width * k);
    c.height = Math.round(img.height * k);
    c.getContext("2d").drawImage(img, 0, 0, c.width, c.height);
    return new Promise((yes) => c.toBlob(yes, "image/jpeg", 0.85));
  };
  $("input", add).addEventListener("change", async (e) => {
    e.stopPropagation(); // it is no field of the look
    for (const f of e.target.files) {
      try {
        const photo = await small(f);
        shots.push({ id: Q.uuid(), photo });
        const img = new Image(72, 72);
        img.src = await new Promise((yes) => {
          const r = new FileReader();
          r.onload = () => yes(r.result);
          r.readAsDataURL(photo);
        });
        img.alt = "Photo " + shots.length;
        list.append(img);
      } catch {
        list.append(`${f.name} is not a picture that can be read. `);
      }
    }
    e.target.value = "";
  });
  const keepPhotos = async (look) => {
    for (const s of shots) await Q.put({ id: s.id, photo: s.photo, at: Date.now(), colony, code: form.dataset.code, url: `/colonies/${colony}/photos/${s.id}?look=${encodeURIComponent(look)}&by=${encodeURIComponent(Q.by())}` });
    shots.length = 0;
  };

  const wrongBox = (sentence, questions) => {
    const answered = $$(".ask input:checked", form).map((i) => i.name); // asked again, an answer stands
    $$(".err.joint, .ask.joint", form).forEach((x) => x.remove());
    const p = document.createElement(questions ? "section" : "p");
    p.className = questions ? "ask joint" : "err joint";
    p.setAttribute("role", "alert");
    p.tabIndex = -1;
    const add = (to, tag, text, cls) => {
      const e = document.createElement(tag);
      if (text) e.textContent = text;
      if (cls) e.className = cls;
      to.append(e);
      return e;
    };
    if (!questions) p.textContent = sentence;
    else {
      add(p, "h2", sentence);
      for (const q of questions) {
        const row = add(p, "div", "", "q1");
        add(row, "p", q.ask);
        const l = add(row, "label", "", "pchip"), i = add(l, "input");
        Object.assign(i, { type: "checkbox", name: "insist." + q.key, value: "1", checked: answered.includes("insist." + q.key) });
        add(l, "span", "It is so");
      }
      add(p, "p", "Correct it below, or say that it is so, and save again.", "sec");
    }
    $(".look-l", form).prepend(p);
    p.scrollIntoView({ block: "center" });
    p.focus({ preventScroll: true });
  };
  const go = (then) => {
    const list = form.dataset.list, to = then === "next" && form.dataset.next ? form.dataset.next : list || "/colonies/" + form.dataset.colony;
    location.assign(to);
  };
  form.addEventListener("submit", async (e) => {
    e.preventDefault();
    const then = e.submitter?.value || "colony", id = form.elements.entry.value;
    $$(".js-save", form).forEach((b) => (b.disabled = true));
    let got;
    try {
      const page = location.pathname + location.search.replace(/[?&]item=[^&]*/, "");
      if (shots.length) await keepPhotos(id);
      got = await Q.add({ id, url: form.getAttribute("action"), body: body(e.submitter), colony: form.dataset.colony, code: form.dataset.code, page });
    } catch { // no storage on this device: straight to the server, as without script
      HTMLFormElement.prototype.submit.call(form);
      return;
    }
    if (got.refused) {
      // It stays in the queue, and is in the form to be corrected under the same id.
      $$(".js-save", form).forEach((b) => (b.disabled = false));
      wrongBox(got.refused.say, got.refused.questions);
      return;
    }
    keepFinding();
    await Q.draft.drop(colony).catch(() => {});
    go(then);
  });

  // ---- to the next and the one before: by keys, and by a swipe over the head
  const step = (dir) => {
    const to = dir > 0 ? form.dataset.next : form.dataset.prev;
    if (to) location.assign(to);
  };
  document.addEventListener("keydown", (e) => {
    if (e.target.matches("input,select,textarea") && !e.target.matches("[type=radio],[type=checkbox],[type=range]")) {
      if (!((e.ctrlKey || e.metaKey) && e.key === "Enter")) return;
    }
    if ((e.ctrlKey || e.metaKey) && e.key === "Enter") return form.requestSubmit($(".js-save", form));
    if (e.ctrlKey || e.metaKey || e.altKey || (painter.contains(e.target) && !painter.hidden && e.key !== "?")) return;
    if (e.key === "?") return $("#keys").showModal();
    if (!form.dataset.list) return;
    if (e.key === "n") step(1);
    else if (e.key === "p") step(-1);
    else if (e.key === "e") $(".js-expected", form)?.click();
    else if (e.key === "/") {
      e.preventDefault();
      line.focus();
    }
  });
  let x0 = null, y0 = null;
  for (const el of [$(".ph-bar", form), $(".due", form)]) {
    el?.addEventListener("touchstart", (e) => ([x0, y0] = [e.touches[0].clientX, e.touches[0].clientY]), { passive: true });
    el?.addEventListener("touchend", (e) => {
      const dx = e.changedTouches[0].clientX - x0, dy = e.changedTouches[0].clientY - y0;
      if (form.dataset.list && Math.abs(dx) > 80 && Math.abs(dy) < 50) step(dx < 0 ? 1 : -1);
    });
  }
  // What cannot be worked out here is shown as it was, and said so.
  const preview = $("#preview");
  for (const ev of ["htmx:error", "htmx:response:error"]) document.addEventListener(ev, () => preview.classList.add("stale"));
  document.addEventListener("htmx:after:swap", () => preview.classList.remove("stale"));

  start();
})();
