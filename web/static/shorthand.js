// The notation of docs/shorthand.md as the page reads it while it is typed, and
// with no signal: a second reading of core/shorthand, held to it by vectors that
// the core prints (browser/shorthand_test.go). What is stored is the form.
"use strict";
window.kemboShorthand = (() => {
  // table is the letters and words of the notation and the acts, as the page has them
  // from the core (core/shorthand, Tables).
  let table = { acts: [], letters: "", contents: [], cells: [], queen: [], missing: [], counts: [], places: [], hefts: [], states: [] };

  class Wrong extends Error {
    constructor(at, to, say) {
      super(say);
      this.at = at;
      this.to = to;
    }
  }
  const digits = (t) => /^\d+$/.test(t);
  const num = (t) => {
    t = t.trim();
    if (t.split(",").length === 2 && !t.includes(".")) t = t.replace(",", ".");
    return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(t) ? Number(t) : NaN;
  };
  const plain = (v) => String(v);

  // face reads eighths by letter (H3N1B4) or eight zones; null where it is neither.
  function face(t) {
    t = t.toUpperCase();
    const n = [...table.letters].map(() => 0);
    if (/^[HNPELBDCF.]{8}$/.test(t)) {
      for (const c of t) if (c !== ".") n[table.letters.indexOf(c)]++;
      return { n, text: t };
    }
    const runs = t.replace(/\s/g, "").match(/[A-Z]\d+/g);
    if (!runs || runs.join("") !== t.replace(/\s/g, "")) return null;
    for (const r of runs) {
      const i = table.letters.indexOf(r[0]);
      if (i < 0) return null;
      n[i] += Number(r.slice(1));
    }
    if (n.reduce((a, b) => a + b, 0) > 8) return { over: true };
    return { n, text: n.map((v, i) => (v ? table.letters[i] + v : "")).filter(Boolean).join(" ") };
  }
  const painted = (f) => f && f.n ? f.n.reduce((a, b) => a + b, 0) : 0;

  function parse(text, boxes, unit = "kg") {
    let pos = 0, from = 0, to = 0, at = boxes.length === 1 ? 0 : -1, found = false;
    const look = { boxes: [], queen: {}, cells: {} }, acts = [], looks = boxes.map(() => ({}));
    const wrong = (say) => {
      throw new Wrong(from, to, say);
    };
    const space = (c) => c === " " || c === "\t" || c === "\n" || c === "\r";
    const next = () => {
      while (pos < text.length && space(text[pos])) pos++;
      from = pos;
      if (from === text.length) return false;
      if (text[from] === ";") {
        pos = to = text.length;
        return true;
      }
      while (pos < text.length && !space(text[pos]) && text[pos] !== ";") {
        pos++;
        if (text[pos - 1] === ":" && digits(text.slice(from, pos - 1))) break;
      }
      to = pos;
      return true;
    };
    const whole = (t, least, most, of) => {
      const n = Number(t);
      if (!digits(t) || n < least || n > most) wrong(`"${t}" is not ${least} to ${most} ${of}`);
      return n;
    };
    const amount = (t, most, of) => {
      const v = num(t);
      if (!(v > 0 && v <= most)) wrong(`"${t}" is not more than 0 and up to ${most} ${of}`);
      return v;
    };
    const boxAt = (t) => {
      const n = Number(t);
      if (n < 1 || n > boxes.length) wrong(`there is no box ${t}; this hive has ${boxes.length}, counted from the floor`);
      return n - 1;
    };
    const mass = (t) => {
      let u = unit;
      for (const k of ["kg", "lb"]) if (t.endsWith(k)) {
        t = t.slice(0, -2);
        u = k;
        break;
      }
      return [amount(t, 900, u + ", as W54kg or Wheavy"), u];
    };
    const depth = (x, d) => {
      const onlySeams = x.depth === "seams" && !x.outer && !x.state;
      if (x.depth && x.depth !== d && !(onlySeams && (d === "boxes" || d === "faces"))) wrong(`box ${at + 1} is told by ${x.depth} already; tell a box in one way`);
      x.depth = d;
    };
    const yesNo = (c) => (c === "+" ? "yes" : "no");

    // did reads a word of something done, by the table of acts; false where it is none.
    const did = (t) => {
      const is = (w) => t.startsWith(w.before) && t.endsWith(w.after || "") && t.length >= w.before.length + (w.after || "").length;
      for (const w of table.acts) {
        if (!is(w)) continue;
        const number = t.slice(w.before.length, t.length - (w.after || "").length);
        if (!w.arg) {
          if (number === "") return acts.push({ do: w.do });
          continue;
        }
        if (w.arg === "box") {
          if (digits(number)) return acts.push({ do: w.do, box: boxes[boxAt(number)].id });
          continue;
        }
        if (!/^[\d.,]*$/.test(number) && (w.after || w.before.length < 2)) continue;
        const whole = w.arg === "count", n = whole && !digits(number) ? NaN : num(number);
        if (!(n > 0 && n <= w.most && (!whole || n >= 1))) wrong(`"${number}" is not ${whole ? "1 to" : "more than 0 and up to"} ${w.most} ${w.wants}, as ${w.example}`);
        return acts.push({ do: w.do, n });
      }
      if (t[0] === "+") {
        const known = table.acts.filter((w) => w.before === "+").map((w) => w.example + " for " + w.means);
        wrong(`"${t.slice(1)}" was not understood after +; write ${known.join(", ")}`);
      }
      return false;
    };
    const cells = (t) => {
      found = true;
      const c = look.cells;
      if (t[0] === "c" || t[0] === "p") {
        c.check = t[0] === "c" ? "complete" : "partial";
        t = t.slice(1);
      }
      const cut = t.indexOf("@");
      if (cut >= 0) {
        const where = t.slice(cut + 1);
        if (!table.places.includes(where)) wrong(`"${where}" is not where cells hang; use @edge, @face or @both`);
        c.where = where;
        t = t.slice(0, cut);
      }
      if (t === "") return;
      if (t[0] !== ":") wrong("after cc or cp come a colon and counts, as cc:u3h2");
      for (t = t.slice(1); t !== ""; ) {
        const k = table.cells.find((x) => x[0] === t[0]);
        if (!k) wrong(`"${t[0]}" is not a kind of cell; use u dry cups, g with an egg, h charged, k capped, m emerged, t torn down`);
        const n = /^\d*/.exec(t.slice(1))[0];
        const v = whole(n, 0, 500, "cells, as h2");
        if (v) c[k[1]] = v;
        else delete c[k[1]];
        t = t.slice(1 + n.length);
      }
    };
    const weight = (t) => {
      found = true;
      const w = (look.weight = { how: "scale" });
      if (table.hefts.includes(t)) return Object.assign(w, { how: "feel", heft: t });
      if (t[0] === "/") {
        w.how = "side";
        t = t.slice(1);
      }
      const cut = t.indexOf("+");
      if (cut >= 0 && w.how === "scale") {
        w.how = "sides";
        const [o, u] = mass(t.slice(cut + 1));
        let a = t.slice(0, cut);
        if (!a.endsWith("kg") && !a.endsWith("lb")) a += u;
        const [v, u2] = mass(a);
        if (u !== u2) wrong("the two sides are in two units; weigh both in one");
        return Object.assign(w, { value: v, other: o, unit: u });
      }
      const [v, u] = mass(t);
      Object.assign(w, { value: v, unit: u });
    };
    const ofBox = (t) => {
      if (at < 0) wrong("say which box this is about first, as 1: for the one on the floor");
      const x = looks[at];
      if (t === "o+" || t === "o-") {
        x.outer = yesNo(t[1]);
        return depth(x, "seams");
      }
      if (t[0] === "=") {
        if (!table.states.includes(t.slice(1))) wrong(`"${t.slice(1)}" is not how full a super looks; use =empty, =started, =half, =nearly or =full`);
        x.state = t.slice(1);
        return depth(x, "seams");
      }
      if (t[0] === "^") {
        if (table.hefts.includes(t.slice(1))) x.heft = t.slice(1);
        else [x.value, x.unit] = mass(t.slice(1));
        return depth(x, "heft");
      }
      if (t[0] === "s" && t.length > 1) {
        let m = t.slice(1);
        const accepted = m.endsWith("~");
        if (accepted) m = m.slice(0, -1);
        const below = m.endsWith("v");
        if (below) m = m.slice(0, -1);
        const n = num(m);
        if (!(n >= 0)) wrong(`"${t.slice(1)}" is not a count of seams, as s7 or s7.5; v after it is from below`);
        if (x.depth === "heft") wrong(`box ${at + 1} is told by heft already; tell a box in one way`);
        x.seams = n;
        x.below = below;
        x.expected = accepted;
        if (!x.depth) x.depth = "seams";
        return;
      }
      const eq = t.indexOf("=");
      if (eq >= 0) {
        const m = /^(\d+)([ab])$/.exec(t.slice(0, eq)), n = boxes[at].frames;
        if (!m || Number(m[1]) < 1 || Number(m[1]) > n || String(Number(m[1])) !== m[1]) wrong(`"${t.slice(0, eq)}" is not a face of this box; write 1a to ${n}b`);
        const f = face(t.slice(eq + 1));
        if (!f) wrong(`"${t.slice(eq + 1)}" is not a face; write eighths by letter, as H3B5, with the letters ${table.letters}`);
        if (f.over) wrong(`the shares of "${t.slice(eq + 1).toUpperCase()}" add up to more than eight eighths of the face`);
        if (!painted(f)) wrong("nothing is said of this face; write eighths by letter, as H3B5");
        depth(x, "faces");
        x.faces = x.faces || [...Array(n)].map(() => ["", ""]);
        x.faces[m[1] - 1]["ab".indexOf(m[2])] = f.text;
        return;
      }
      const c = table.counts.find((k) => k[0].toLowerCase() === t[0]);
      if (c && t.length > 1) {
        const n = num(t.slice(1));
        if (!(n >= 0)) wrong(`"${t.slice(1)}" is not a count of frames, as ${c[0]}2 or ${c[0]}2.5`);
        depth(x, "boxes");
        x.counts = x.counts || Object.fromEntries(table.counts.map((k) => [k[1], 0]));
        x.counts[c[1]] = n;
        return;
      }
      wrong(`"${text.slice(from, to)}" was not understood`);
    };
    const token = () => {
      const raw = text.slice(from, to), t = raw.toLowerCase(), rest = t.slice(1);
      if (t[0] === ";") {
        let n = raw.slice(1).trim();
        if (n[0] === '"') {
          try {
            n = JSON.parse(n).trim();
          } catch { /* it is a note that begins with a quote */ }
        }
        if (n) found = true;
        if (n) look.note = n;
        return;
      }
      if (t.endsWith(":") && digits(t.slice(0, -1))) return (at = boxAt(t.slice(0, -1)));
      if (t[0] === "!" && rest) return (look.insisted = (look.insisted || []).concat(raw.slice(1)));
      if (did(t)) return;
      if (t[0] === "q") {
        found = true;
        look.queen.looked = look.queen.each = true;
        if (rest === "0") return table.missing.forEach((x) => (look.queen[x[1]] = true));
        if (!rest || rest === "-") wrong("say what was seen of her: qS saw her, qE eggs, qL larvae, qB capped brood, q0 none of them");
        let signs = table.queen;
        for (const c of rest) {
          if (c === "-") {
            signs = table.missing;
            continue;
          }
          const s = signs.find((x) => x[0] === c);
          if (!s) wrong(`"${c}" is not a sign of her; use S saw her, E eggs, L larvae, B capped brood, after a minus what was not there, or q0 for none of them`);
          look.queen[s[1]] = true;
        }
        if (table.missing.some((x) => look.queen[x[1]] && look.queen[x[1].slice(3)])) wrong("a stage is seen or it is not there; say it once");
        return;
      }
      if (/^c[cp:@]/.test(t)) return cells(rest);
      if (t === "h+" || t === "h-") {
        found = true;
        return (look.health = t === "h+" ? "healthy" : "suspect");
      }
      if (t === "w+" || t === "w-") {
        found = true;
        return (look.white_wax = yesNo(t[1]));
      }
      if (t[0] === "w") return weight(rest);
      ofBox(t);
    };
    while (next()) token();
    looks.forEach((x, i) => {
      if (!x.depth) return;
      found = true;
      look.boxes.push({ box: boxes[i].id, ...x });
    });
    return { look: found || look.insisted ? look : null, acts };
  }

  function format(line, boxes) {
    const out = [], l = line.look;
    if (l) {
      if (l.queen.looked) {
        const [seen, gone] = [table.queen, table.missing].map((t) => t.filter((s) => l.queen[s[1]]).map((s) => s[0].toUpperCase()).join(""));
        out.push(!gone ? "q" + seen : !seen && gone.length === table.missing.length ? "q0" : "q" + seen + "-" + gone);
      }
      const c = l.cells, n = table.cells.filter((k) => c[k[1]] > 0).map((k) => k[0] + c[k[1]]).join("");
      const cell = { complete: "cc", partial: "cp" }[c.check] || "c";
      const all = cell + (n ? ":" + n : "") + (c.where ? "@" + c.where : "");
      if (all !== "c") out.push(all);
      if (l.health) out.push(l.health === "healthy" ? "h+" : "h-");
      if (l.white_wax) out.push(l.white_wax === "yes" ? "w+" : "w-");
      const w = l.weight;
      if (w) out.push("W" + (w.how === "feel" ? w.heft : w.how === "sides" ? plain(w.value) + "+" + plain(w.other) + w.unit : (w.how === "side" ? "/" : "") + plain(w.value) + w.unit));
      for (const x of l.boxes) {
        const i = boxes.findIndex((b) => b.id === x.box);
        if (i < 0) continue;
        out.push(i + 1 + ":");
        if (x.seams !== undefined) out.push("s" + plain(x.seams) + (x.below ? "v" : "") + (x.expected ? "~" : ""));
        if (x.outer) out.push(x.outer === "yes" ? "o+" : "o-");
        if (x.state) out.push("=" + x.state);
        if (x.value > 0) out.push("^" + plain(x.value) + x.unit);
        else if (x.heft) out.push("^" + x.heft);
        if (x.counts) {
          const said = table.counts.filter((k) => x.counts[k[1]]).map((k) => k[0] + plain(x.counts[k[1]]));
          out.push(...(said.length ? said : ["B0"]));
        }
        (x.faces || []).forEach((f, k) => f.forEach((t, s) => {
          if (t && painted(face(t))) out.push(k + 1 + "ab"[s] + "=" + t.replace(/ /g, ""));
        }));
      }
    }
    for (const a of line.acts) {
      const w = table.acts.find((k) => k.do === a.do), after = w.after ? w.example.slice(-w.after.length) : "";
      out.push(w.before + (w.arg === "box" ? boxes.findIndex((b) => b.id === a.box) + 1 : w.arg ? plain(a.n) : "") + after);
    }
    if (l) {
      for (const k of l.insisted || []) out.push("!" + k);
      if (l.note) out.push("; " + (/^"|[\n\r]/.test(l.note) ? JSON.stringify(l.note) : l.note));
    }
    return out.join(" ");
  }

  function say(line, boxes) {
    const out = [], l = line.look;
    if (l) {
      if (l.queen.looked) out.push("Queen: " + [...table.queen, ...table.missing].filter((s) => l.queen[s[1]]).map((s) => s[2]).join(", "));
      const c = l.cells, w = [];
      if (c.check) w.push({ complete: "every comb checked", partial: "some combs checked" }[c.check]);
      const found = table.cells.filter((k) => c[k[1]] > 0).map((k) => c[k[1]] + " " + k[2]);
      if (c.check && !found.length) found.push("none");
      w.push(...found);
      if (c.where) w.push({ edge: "at the edges", face: "on the face", both: "at edges and face" }[c.where]);
      if (w.length) out.push("Cells: " + w.join(", "));
      if (l.health) out.push("Brood " + l.health);
      if (l.white_wax) out.push(l.white_wax === "yes" ? "White wax" : "No white wax");
      const k = l.weight;
      if (k) out.push("Whole hive: " + { feel: () => k.heft + " by the back", sides: () => `${plain(k.value)} and ${plain(k.other)} ${k.unit} by its two sides`, side: () => `${plain(k.value)} ${k.unit} at one side`, scale: () => `${plain(k.value)} ${k.unit} on a scale` }[k.how]());
      for (const x of l.boxes) {
        const i = boxes.findIndex((b) => b.id === x.box), b = [];
        if (i < 0) continue;
        if (x.seams !== undefined) b.push(plain(x.seams) + " seams of bees" + (x.below ? " from below" : "") + (x.expected ? ", as expected" : ""));
        if (x.outer) b.push(x.outer === "yes" ? "bees on the outer frames" : "no bees on the outer frames");
        if (x.state) b.push({ full: "full, capped", half: "half full", nearly: "nearly full" }[x.state] || x.state);
        if (x.value > 0) b.push(plain(x.value) + " " + x.unit + " as lifted");
        else if (x.heft) b.push(x.heft + " as lifted");
        if (x.counts) {
          const frames = table.counts.filter((n) => x.counts[n[1]]).map((n) => plain(x.counts[n[1]]) + " " + n[2]);
          b.push("frames of " + (frames.join(", ") || "no brood"));
        }
        const sum = [...table.letters].map(() => 0);
        let n = 0;
        (x.faces || []).flat().forEach((t) => {
          const f = t && face(t);
          if (painted(f)) {
            n++;
            f.n.forEach((v, m) => (sum[m] += v));
          }
        });
        if (n) b.push(`${n} of ${2 * boxes[i].frames} faces, in all ` + sum.map((v, m) => (v ? `${v}/8 ${table.contents[m]}` : "")).filter(Boolean).join(", "));
        out.push(`Box ${i + 1}: ` + b.join(", "));
      }
    }
    for (const a of line.acts) {
      const w = table.acts.find((k) => k.do === a.do), box = w.arg === "box";
      const text = a.n === 1 || box || !w.many ? w.one : w.many;
      out.push("Done: " + text.replaceAll("{n}", box ? boxes.findIndex((b) => b.id === a.box) + 1 : plain(a.n)));
    }
    if (l && l.note) out.push("Note: " + l.note);
    return out;
  }
  // use takes the table from the page; acts is the part of it that says what was done.
  // In an attribute of a page backticks stand for quotes, which would be written out as five letters each.
  const read = (text) => JSON.parse(text.replaceAll("`", '"'));
  const use = (text) => (table = read(text));
  return { parse, format, say, use, acts: () => table.acts };
})();
