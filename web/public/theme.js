// Before the first paint, so that a dark bay does not flash white.
(function () {
  var kept = null;
  try {
    kept = localStorage.getItem('radiatrix:theme');
  } catch {
    // Storage may be switched off; the system's wish stands then.
  }
  var dark = kept ? kept === 'bay' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'bay' : 'sheet';
})();
