// A form about a colony works with no signal too: what was entered waits on this
// device under an id of its own making, until Kembo has said that it is stored.
"use strict";
(() => {
  const Q = window.kemboQueue;
  if (Q) document.querySelectorAll("form.asked[data-colony]").forEach((form) => ask(form));

  function ask(form) {
    const kept = form.querySelector(".js-kept");
    // A page that was kept for no signal has been opened before: each time is another.
    if (!form.querySelector(".f-err")) form.elements.entry.value = Q.uuid();
    form.addEventListener("submit", async (e) => {
      if (form.dataset.straight) return; // to have what is wrong beside its field
      e.preventDefault();
      const button = e.submitter;
      if (button) button.disabled = true;
      const body = new URLSearchParams(new FormData(form)), id = form.elements.entry.value;
      const item = { id, colony: form.dataset.colony, code: form.dataset.code, url: form.getAttribute("action"), page: location.pathname, body: String(body) };
      let got;
      try {
        got = await Q.add(item);
      } catch {
        got = { straight: true }; // no storage on this device
      }
      if (got.stored) return (location.href = form.dataset.next);
      if (got.refused || got.straight) {
        await Q.drop(id).catch(() => {});
        form.dataset.straight = "1";
        if (button) button.disabled = false;
        return form.requestSubmit(button);
      }
      if (button) button.disabled = false;
      kept.hidden = false;
      kept.querySelector("a").href = form.dataset.next;
      kept.scrollIntoView({ block: "nearest" });
      form.elements.entry.value = Q.uuid();
    });
  }
})();
