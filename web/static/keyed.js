// A sheet keyed straight through: each line is read as it is typed, Enter goes to
// the next, Ctrl Enter stores all.
"use strict";
(() => {
  const rows = [...document.querySelectorAll(".js-row")], K = window.kemboShorthand;
  K.use(document.querySelector("[data-notation]").dataset.notation);
  rows.forEach((row, i) => {
    const says = document.getElementById("s-" + row.id.slice(2)), boxes = JSON.parse(row.dataset.boxes);
    row.addEventListener("input", () => {
      try {
        says.className = "says";
        says.textContent = K.say(K.parse(row.value, boxes), boxes).join(". ");
      } catch (e) {
        if (e.at === undefined) throw e;
        const bad = document.createElement("mark");
        bad.textContent = row.value.slice(e.at, e.to);
        says.className = "says wrong";
        says.replaceChildren(bad, " " + e.message + ".");
      }
    });
    row.addEventListener("keypress", (e) => e.key === "Enter" && e.preventDefault());
    row.addEventListener("keydown", (e) => {
      if (e.key !== "Enter") return;
      e.preventDefault();
      if (e.ctrlKey || e.metaKey) return row.form.requestSubmit();
      const next = rows[i + 1];
      if (next) next.focus();
      else row.form.querySelector("button").focus();
    });
  });
  (document.querySelector("tr.wrong .js-row") || rows[0])?.focus();
})();
