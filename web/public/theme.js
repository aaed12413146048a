// Before anything is painted: the theme chosen last, else what the machine asks for.
(function () {
  var chosen = null;
  try {
    chosen = localStorage.getItem("airycrumb.theme");
  } catch (e) {
    /* storage refused: follow the machine */
  }
  var dark = chosen ? chosen === "dark" : matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset.theme = dark ? "dark" : "light";
})();
