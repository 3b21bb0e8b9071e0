// The look page: undo, seams, steppers, what is due at a stop, photographs and
// sending it. Everything it does to a look is written into the form's own fields,
// so the form is the same with and without it; painter.js and line.js do the same.
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
    painter.redraw();
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
    $(".js-paint", bx)?.addEventListener("click", () => painter.open(bx));
  });

  // ---- the form's fields by name, and what writes into them
  const val = (name) => {
    const el = form.elements[name];
    if (!el) return "";
    if (el.type === "checkbox") return el.checked ? el.value : "";
    return el.value;
  };
  const set1 = (name, v) => {
    const el = form.elements[name];
    if (!el) return;
    if (el instanceof RadioNodeList) { // its own value cannot be set to the empty one
      el.forEach((r) => (r.checked = r.value === String(v ?? "")));
    } else if (el.type === "checkbox") el.checked = !!v;
    else el.value = v === undefined || v === null ? "" : String(v);
  };
  const cellNames = { cups: "cups", with_egg: "with_egg", charged: "charged", capped: "capped", emerged: "emerged", torn_down: "torn" };
  const painter = window.kemboPainter(form, changed), zones = painter.zones;
  const line = window.kemboLine(form, { val, set1, cellNames, changed, refresh });

  // ---- a stop of the round
  // What stands beside a number says how, and stays when the number is taken back.
  const choices = new Set(JSON.parse(form.dataset.notation.replaceAll("`", '"')).acts.filter((w) => w.field.as).map((w) => "act." + w.field.as));
  $$(".js-tick", form).forEach((t) => t.addEventListener("change", () => {
    for (const [k, v] of new URLSearchParams(t.dataset.tick)) set1(k, t.checked ? v : choices.has(k) ? val(k) : "");
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
  // One tap says that all is there; of a stage that is seen nobody says that it is not.
  const stages = ["eggs", "larvae", "brood"];
  $(".js-all-right", form)?.addEventListener("click", () => {
    stages.forEach((k) => {
      set1("queen." + k, true);
      set1("queen.no_" + k, "");
    });
    changed(form.elements.note);
  });
  stages.forEach((k) => [[k, "no_" + k], ["no_" + k, k]].forEach(([it, other]) => {
    form.elements["queen." + it]?.addEventListener("change", (e) => e.target.checked && set1("queen." + other, ""));
  }));
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
  const Q = window.kemboQueue, colony = form.dataset.colony, corrects = form.elements.corrects?.value;
  const draftKey = corrects ? colony + "/" + corrects : colony; // under which what is half entered is kept
  const params = new URLSearchParams(location.search);
  const pour = (body) => {
    const b = new URLSearchParams(body);
    for (const el of fields()) {
      if (el.name === "form") continue; // what is shown is of this version
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
    const half = item ? item.body : await Q.draft.get(draftKey).catch(() => null);
    if (half) pour(half);
    fields().forEach(remember);
    refresh();
    if (body() !== blank) told();
  };
  const keep = () => Q.draft.put(draftKey, body()).catch(() => {});
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
    if (corrects) return void Q.draft.drop(draftKey).catch(() => {}); // the book is open, so there is a signal
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
    await Q.draft.drop(draftKey).catch(() => {});
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
    if (e.ctrlKey || e.metaKey || e.altKey || (painter.has(e.target) && e.key !== "?")) return;
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
