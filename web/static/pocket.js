// The pocket calculators. What they know of sugar and bees comes with the page
// from the core; held to it by vectors in browser/pocket_test.go.
"use strict";
window.kemboPocket = (() => {
  const num = (t) => parseFloat(String(t).trim().replace(",", "."));

  // syrup returns the sugar and the water for a volume, in the page's units.
  function syrup(d, volume, ratio) {
    const r = d.syrup[ratio];
    if (!r || !(volume > 0)) return null;
    const sugar = volume * r.sugar;
    return { sugar, water: volume * r.water, low: sugar * d.stores.low, high: sugar * d.stores.high };
  }

  // lnGamma by Lanczos (g = 7, nine terms), good to 1e-14 for what is counted here.
  const lanczos = [0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7];
  function lnGamma(x) {
    x -= 1;
    let a = lanczos[0];
    for (let i = 1; i < 9; i++) a += lanczos[i] / (x + i);
    const t = x + 7.5;
    return 0.5 * Math.log(2 * Math.PI) + (x + 0.5) * Math.log(t) - t + Math.log(a);
  }
  function atMost(k, n, p) {
    if (k < 0) return 0;
    if (k >= n || p <= 0) return 1;
    if (p >= 1) return 0;
    let sum = 0;
    for (let i = 0; i <= k; i++) sum += Math.exp(lnGamma(n + 1) - lnGamma(i + 1) - lnGamma(n - i + 1) + i * Math.log(p) + (n - i) * Math.log1p(-p));
    return Math.min(1, sum);
  }
  function solve(holds) {
    let lo = 0, hi = 1;
    for (let i = 0; i < 60; i++) {
      const mid = (lo + hi) / 2;
      if (holds(mid)) hi = mid;
      else lo = mid;
    }
    return (lo + hi) / 2;
  }
  // mites returns the rate of a count with its exact 95 % interval (Clopper and
  // Pearson 1934), in per cent.
  function mites(count, bees) {
    if (!Number.isInteger(count) || !Number.isInteger(bees) || count < 0 || bees < 1 || bees > 5000 || count > bees) return null;
    return {
      percent: (100 * count) / bees,
      low: count > 0 ? 100 * solve((p) => 1 - atMost(count - 1, bees, p) > 0.025) : 0,
      high: count < bees ? 100 * solve((p) => atMost(count, bees, p) < 0.025) : 100,
    };
  }

  // brood returns the day of each turn, as 2026-06-03, of a bee seen at a stage.
  function brood(d, caste, stage, on) {
    const of = d.brood[caste], t = Date.parse(on + "T00:00:00Z");
    if (!of || of[stage] === undefined || Number.isNaN(t)) return null;
    const out = {};
    for (const s in of) out[s] = new Date(t + (of[s] - of[stage]) * 86400000).toISOString().slice(0, 10);
    return out;
  }

  const page = document.querySelector("[data-pocket]");
  if (page) {
    const d = JSON.parse(page.dataset.pocket);
    const short = (iso) => new Date(iso + "T00:00:00Z").toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });
    const two = (v) => (v >= 100 ? v.toFixed(0) : v >= 10 ? v.toFixed(1) : v.toFixed(2));
    const say = {
      syrup(f) {
        const r = syrup(d, num(f.volume), f.ratio);
        return r ? [[`${two(r.sugar)} ${d.Mass} sugar`, `${two(r.water)} ${d.Volume} water`], `They put away ${two(r.low)} to ${two(r.high)} ${d.Mass} of it. Not where supers are for sale.`] : [[], "Give a volume of more than 0."];
      },
      mites(f) {
        if (f.count.trim() === "") return [[], "Count the mites and the bees of the sample."];
        const r = mites(num(f.count), num(f.bees));
        if (!r) return [[], "Give whole numbers: at most one mite a bee, and 1 to 5,000 bees."];
        const act = r.low > d.mites ? `Over ${d.mites} %, beyond doubt of counting: plan a treatment by its label.` : r.high < d.mites ? `Under ${d.mites} %, beyond doubt of counting. Count again in a month.` : `It may be over or under ${d.mites} %: a larger sample would tell.`;
        return [[`${r.percent.toFixed(1)} in 100 bees`, `${r.low.toFixed(1)} to ${r.high.toFixed(1)}`], act];
      },
      brood(f) {
        const r = brood(d, f.caste, f.stage, f.on);
        if (!r) return [[], "Give a date."];
        const words = { laid: "laid", hatched: "hatches", capped: "capped", emerged: "comes out", flies: "flies", mature: f.caste === "worker" ? "forages" : "can mate" };
        return [Object.keys(words).map((s) => `${words[s]} ${short(r[s])}`), "A day or two either way, more in the cold."];
      },
    };
    for (const pk of page.querySelectorAll("[data-sum]")) {
      const out = pk.querySelector("output");
      const run = () => {
        const f = Object.fromEntries([...pk.querySelectorAll("[name]")].map((i) => [i.name, i.value]));
        const [big, note] = say[pk.dataset.sum](f);
        out.replaceChildren(...big.map((t) => Object.assign(document.createElement("b"), { textContent: t })), Object.assign(document.createElement("span"), { textContent: note }));
      };
      pk.addEventListener("input", run);
      run();
    }
  }
  return { syrup, mites, brood };
})();
