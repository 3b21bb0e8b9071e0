// What was entered waits here until a Kembo has said that it is stored. Items are
// kept in IndexedDB under the id that the form was given when it was opened, and
// leave only after a durable answer; a refusal is kept with its sentence.
"use strict";
window.kemboQueue = (() => {
  const HEADER = "X-Kembo-Queue", OWN = "X-Kembo-Own";
  const uuid = () => (crypto.randomUUID ? crypto.randomUUID() : "10000000-1000-4000-8000-100000000000".replace(/[018]/g, (c) => (c ^ (crypto.getRandomValues(new Uint8Array(1))[0] & (15 >> (c / 4)))).toString(16)));
  let opened;
  const db = () => (opened = opened || new Promise((yes, no) => {
    const r = indexedDB.open("kembo", 1);
    r.onupgradeneeded = () => {
      r.result.createObjectStore("looks", { keyPath: "id" });
      r.result.createObjectStore("drafts", { keyPath: "id" });
    };
    r.onsuccess = () => yes(r.result);
    r.onerror = () => no(r.error);
  }));
  const tx = async (mode, f, store = "looks") => {
    const d = await db();
    return new Promise((yes, no) => {
      const t = d.transaction(store, mode, { durability: "strict" });
      const q = f(t.objectStore(store));
      t.oncomplete = () => yes(q && q.result);
      t.onerror = t.onabort = () => no(t.error);
    });
  };
  const all = async () => (await tx("readonly", (s) => s.getAll())).sort((a, b) => a.at - b.at);
  const put = (item) => tx("readwrite", (s) => s.put(item));
  const drop = (id) => tx("readwrite", (s) => s.delete(id));

  // What is half entered is kept by colony until it is saved.
  const draft = {
    get: async (id) => (await tx("readonly", (s) => s.get(id), "drafts"))?.body,
    put: (id, body) => tx("readwrite", (s) => s.put({ id, body, at: Date.now() }), "drafts"),
    drop: (id) => tx("readwrite", (s) => s.delete(id), "drafts"),
  };

  // One tab sends at a time. A tab that was left a moment ago may still be at it, and
  // hang: its turn is waited for, but not for long, since what is sent twice is stored once.
  const PATIENCE = 5000;
  const alone = (f) => {
    if (!navigator.locks) return f();
    let mine = false;
    const turn = () => (mine = true, f());
    return navigator.locks.request("kembo-send", { signal: AbortSignal.timeout(PATIENCE) }, turn).catch((err) => {
      if (mine) throw err;
      return f();
    });
  };
  // What one tab has sent waits in no other.
  const tabs = window.BroadcastChannel && new BroadcastChannel("kembo-queue");

  // What this device has sent is no news to it: a page that was kept knows nothing
  // of it, so its ids go along.
  const sent = () => JSON.parse(localStorage.getItem("kembo-sent") || "[]");
  const noteSent = (item) => localStorage.setItem("kembo-sent", JSON.stringify([...sent(), { id: item.id, colony: item.colony }].slice(-100)));
  const own = (item) => sent().filter((x) => x.colony === item.colony).slice(-20).map((x) => x.id).join(",");

  async function sendOne(item) {
    let r;
    try {
      r = await fetch(item.url, { method: "POST", headers: { "Content-Type": item.photo ? "image/jpeg" : "application/x-www-form-urlencoded", [HEADER]: "1", [OWN]: own(item) }, body: item.photo || item.body, redirect: "manual", signal: AbortSignal.timeout(20000) });
    } catch {
      return "away";
    }
    // A page where an answer should be: a sign-in, a proxy. Keep it.
    const a = (r.headers.get("Content-Type") || "").includes("json") ? await r.json().catch(() => null) : null;
    if (r.status === 401) return "locked"; // it was removed, or its link has ended: nothing is wrong with the item
    if (r.ok && a && a.stored && a.id === item.id) {
      await drop(item.id);
      if (!item.photo) noteSent(item);
      renew(item.colony);
      if (a.meanwhile || a.beside) tell(item, a);
      return "stored";
    }
    if (a && a.say && r.status < 500 && r.status !== 429) {
      await put({ ...item, say: a.say, questions: a.questions || null });
      return "refused";
    }
    return r.status >= 500 && a ? "failed" : "away";
  }

  // renew fetches the kept pages of a colony that has changed; the old ones stand
  // until the new ones are there.
  const renew = async (colony) => {
    if (!window.caches) return;
    const pages = await caches.open("kembo-pages");
    for (const k of await pages.keys()) {
      if (!k.url.includes("/colonies/" + colony)) continue;
      if (k.url.endsWith("/moves")) await pages.delete(k); // it is the sheet of a plan that is none any more
      else fetch(k.url, { headers: { "X-Kembo-Keep": "1" } }).catch(() => {});
    }
  };

  const tell = (item, a) => {
    const kept = JSON.parse(localStorage.getItem("kembo-told") || "[]");
    kept.push({ code: item.code, meanwhile: a.meanwhile || [], beside: !!a.beside, colony: item.colony });
    localStorage.setItem("kembo-told", JSON.stringify(kept.slice(-20)));
  };

  let wait = 0, timer, locked = false, sending = false, again = false;
  async function send() {
    if (sending) { // asked for while one is under way, which may be into the void: once more after it
      again = true;
      return false;
    }
    clearTimeout(timer);
    timer = null;
    sending = true;
    try {
      await alone(async () => {
        let away = false;
        const stuck = new Set(); // colonies of which one could not be taken: theirs wait, in order
        for (const item of await all()) {
          if (item.say || stuck.has(item.colony)) continue; // refused: the keeper's turn
          const got = await sendOne(item);
          locked = got === "locked";
          if (got === "failed") {
            away = true;
            stuck.add(item.colony);
          } else if (got === "away" || locked) {
            away = true;
            break; // in order, and not all of them into the void
          }
        }
        wait = away ? Math.min(60, wait ? wait * 2 : 3) : 0;
      });
    } finally {
      sending = false;
    }
    await show();
    if (tabs) tabs.postMessage("sent");
    if (again) {
      again = false;
      return send();
    }
    if (wait) timer = setTimeout(send, wait * 1000);
    return wait === 0;
  }

  // add keeps an item and tries to send it; it tells what became of it.
  async function add(item) {
    const was = (await all()).find((x) => x.id === item.id); // mended, it keeps its place
    await put({ ...item, at: was ? was.at : Date.now() });
    await send();
    const left = (await all()).find((x) => x.id === item.id);
    return !left ? { stored: true } : left.say ? { refused: left } : { waiting: true };
  }

  const el = (tag, text, cls) => {
    const e = document.createElement(tag);
    if (text) e.textContent = text;
    if (cls) e.className = cls;
    return e;
  };
  async function show() {
    let items;
    try {
      items = await all();
    } catch {
      return; // no storage: forms go straight to the server
    }
    const waiting = items.filter((x) => !x.say && !x.photo), pictures = items.filter((x) => !x.say && x.photo).length, refused = items.filter((x) => x.say);
    document.documentElement.dataset.waiting = String(items.length);
    const told = JSON.parse(localStorage.getItem("kembo-told") || "[]");
    for (const box of document.querySelectorAll("[data-queue]")) {
      box.replaceChildren();
      box.hidden = !items.length && !told.length;
      if (pictures) box.append(el("p", `${pictures} photo${pictures === 1 ? "" : "s"} waiting on this device`, "q-wait"));
      if (locked && items.length) {
        const p = el("p", null, "q-no joint");
        p.append(el("b", `Join again; ${items.length} ${items.length === 1 ? "look is" : "looks are"} kept.`), " Kembo no longer knows this device. Open a new link to join by on it; then what waits is sent.");
        box.append(p);
      } else if (waiting.length) {
        const p = el("p", null, "q-wait");
        p.append(el("b", `${waiting.length} look${waiting.length === 1 ? "" : "s"} waiting on this device`), ` (${waiting.map((x) => x.code.replaceAll("-", "\u2011")).join(", ")}). They are sent when Kembo is in reach.`);
        const b = el("button", "Send now", "btn btn-line");
        b.type = "button";
        b.addEventListener("click", send);
        box.append(p, b);
      }
      for (const x of refused) box.append(refusal(x));
      for (const t of told) {
        const p = el("p", null, "q-told");
        p.append(el("b", t.code + ": "), t.beside ? "something else had been sent under the same number; both are kept. " : "stored. Meanwhile others had written: " + t.meanwhile.join(" ") + " ");
        const a = el("a", "See the colony");
        a.href = "/colonies/" + t.colony;
        p.append(a);
        box.append(p);
      }
      if (told.length) {
        const b = el("button", "Seen", "btn btn-line");
        b.type = "button";
        b.addEventListener("click", () => {
          localStorage.removeItem("kembo-told");
          show();
        });
        box.append(b);
      }
    }
    for (const s of document.querySelectorAll(".stop[data-colony]")) {
      const mine = items.filter((x) => x.colony === s.dataset.colony);
      s.classList.toggle("waiting", mine.length > 0);
    }
    document.dispatchEvent(new CustomEvent("kembo:queue", { detail: items }));
  }
  function refusal(x) {
    const d = el("div", null, "q-no joint");
    d.append(el("p", `${x.code}: not stored yet. ${x.say}`, "q-say"));
    for (const q of x.questions || []) d.append(el("p", q.ask));
    const row = el("p", null, "q-acts");
    const button = (text, f) => {
      const b = el("button", text, "btn btn-line");
      b.type = "button";
      b.addEventListener("click", f);
      row.append(b);
    };
    if (x.questions) button("It is so, send it", async () => {
      const body = new URLSearchParams(x.body);
      x.questions.forEach((q) => body.set("insist." + q.key, "1"));
      await put({ ...x, body: String(body), say: null, questions: null });
      send();
    });
    if (!x.photo) {
      const a = el("a", "Open and correct it", "btn btn-line");
      a.href = x.page + (x.page.includes("?") ? "&" : "?") + "item=" + encodeURIComponent(x.id);
      row.append(a);
    }
    button("Try again", async () => {
      await put({ ...x, say: null, questions: null });
      send();
    });
    button("Throw it away", async () => {
      if (confirm(`Throw away what was entered for ${x.code}? It is nowhere else.`)) {
        await drop(x.id);
        show();
      }
    });
    d.append(row);
    return d;
  }

  // Who is looking stays on the device and goes with each look.
  const by = () => localStorage.getItem("kembo-by") || "";
  const fill = () => document.querySelectorAll(".js-by-field").forEach((f) => (f.value = by()));
  document.querySelectorAll(".js-by").forEach((f) => {
    f.value = by();
    f.addEventListener("change", () => {
      localStorage.setItem("kembo-by", f.value.trim());
      fill();
    });
  });
  fill();

  // Storage that is asked for is not cleared when the device is full.
  if (navigator.storage && navigator.storage.persist && document.querySelector(".round")) navigator.storage.persist().catch(() => {});
  if ("serviceWorker" in navigator) {
    navigator.serviceWorker.register("/sw.js").catch(() => {});
  }
  if (tabs) tabs.onmessage = show;
  addEventListener("online", send);
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && send());
  setInterval(() => !timer && send(), 60000);
  // Nothing is asked of the server where nothing waits.
  const ready = indexedDB ? all().then((x) => (x.length ? send() : show())).catch(() => {}) : Promise.resolve();
  return { add, all, send, show, drop, put, draft, uuid, by, ready, HEADER };
})();
