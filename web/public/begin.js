// Begins the application, which its own element names. A page that the server drew is painted first: what it takes to use
// it comes after what it takes to see it.
(function () {
  var at = document.currentScript.dataset.application;
  var begun = false;
  function begin() {
    if (begun) return;
    begun = true;
    var script = document.createElement('script');
    script.type = 'module';
    script.crossOrigin = '';
    script.src = at;
    document.head.append(script);
  }
  if (!('drawn' in document.documentElement.dataset)) return begin();
  requestAnimationFrame(function () {
    setTimeout(begin);
  });
  // A page in a hidden tab is not painted: it begins by the clock.
  setTimeout(begin, 1000);
})();
