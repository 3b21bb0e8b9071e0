// The line of the look page: the same look in shorthand, both ways. Typing it
// fills the form, and the form writes it.
"use strict";
window.kemboLine = (form, { val, set1, cellNames, changed, refresh }) => {
  const line = form.querySelector(".js-line"), says = document.querySelector("#line-says");
  const hive = JSON.parse(form.dataset.boxes), K = window.kemboShorthand;
  K.use(form.dataset.notation);
  // fields are the ways of the table by the field of the form they belong to.
  const fields = () => Object.values(Object.groupBy(K.acts(), (w) => w.field.key));
  // inForm is how many of the user's units a litre or a kilogram is.
  const inForm = (w) => ({ litres: Number(form.dataset.litre), kilograms: Number(form.dataset.kilo) })[w.arg] || 1;
  const round3 = (v) => Math.round(v * 1000) / 1000;
  const chips = {
    seen: "queen.seen", eggs: "queen.eggs", larvae: "queen.larvae", capped: "queen.brood",
    no_eggs: "queen.no_eggs", no_larvae: "queen.no_larvae", no_capped: "queen.no_brood",
  };
  const countNames = { Brood: "brood", Honey: "honey", Nectar: "nectar", Pollen: "pollen", Empty: "empty", Undrawn: "undrawn" };

  // toLine reads the form as the line has it.
  function toLine() {
    const l = { boxes: [], queen: {}, cells: {} };
    for (const k in chips) if (val(chips[k])) l.queen[k] = true;
    if (Object.keys(l.queen).length) l.queen.looked = l.queen.each = true;
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
    return { look: l, acts: doneHere() };
  }
  // doneHere reads what was done off the form: a field of the table has one way, or
  // as many as its choice has values.
  function doneHere() {
    const acts = [], n = (t) => parseFloat(String(t).replace(",", "."));
    for (const ways of fields()) {
      const name = "act." + ways[0].field.key;
      if (ways[0].arg === "box") {
        hive.forEach((b, i) => {
          const w = ways.find((x) => x.value === val(name + "." + i));
          if (w) acts.push({ do: w.do, box: b.id });
        });
      } else if (ways[0].arg) {
        const w = ways.length === 1 ? ways[0] : ways.find((x) => x.value === val("act." + x.field.as)), v = n(val(name));
        if (w && v > 0) acts.push({ do: w.do, n: round3(v / inForm(w)) });
      } else {
        const w = val(name) && (ways.length === 1 ? ways[0] : ways.find((x) => x.value === val(name)));
        if (w) acts.push({ do: w.do });
      }
    }
    return acts;
  }
  const depths = [], kinds = {};
  // fromLine writes what the line says into the form: all of it, and no more.
  function fromLine(x) {
    const l = x.look || { boxes: [], queen: {}, cells: {} };
    for (const k in chips) set1(chips[k], l.queen[k]);
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
      if (v.depth) {
        depths[i] ??= val(p + "depth"); // as it was before the line said one
        set1(p + "depth", v.depth);
      } else if (depths[i] !== undefined) {
        set1(p + "depth", depths[i]);
        depths[i] = undefined;
      }
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
    });
    set1("note", l.note || "");
    for (const ways of fields()) {
      const name = "act." + ways[0].field.key;
      const said = (w, box) => x.acts.find((a) => a.do === w.do && (box === undefined || a.box === box));
      if (ways[0].arg === "box") {
        hive.forEach((b, i) => set1(name + "." + i, (ways.find((w) => said(w, b.id)) || { value: "" }).value));
        continue;
      }
      const w = ways.find((k) => said(k));
      set1(name, !w ? "" : w.arg ? round3(said(w).n * inForm(w)) : w.value);
      const as = "act." + ways[0].field.as;
      if (w && w.field.as) {
        kinds[as] ??= val(as); // as it was before the line said one
        set1(as, w.value);
      } else if (kinds[as] !== undefined) {
        set1(as, kinds[as]);
        delete kinds[as];
      }
    }
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
      const twice = fields().find((ways) => ways[0].arg !== "box" && x.acts.filter((a) => ways.some((w) => w.do === a.do)).length > 1);
      if (twice) { // what is stored is the form, and it has one of each
        says.className = "says wrong";
        says.textContent = `“${twice[0].field.label}” is said twice. Save the first, then enter the second.`;
        return;
      }
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
  return line;
};
