// While the script of the page is still on its way, what its first view asks for is asked already: who is there, and for
// a vehicle its record and what fits it. Taken over by the store, each answer once (see app/early.ts).
(function () {
  var ways = ['/api/session'];
  var at = /^\/v\/(\d+)(\/match)?/.exec(location.pathname);
  // A page that the server drew carries the rest.
  if (at && !('drawn' in document.documentElement.dataset)) {
    ways.push('/api/vehicles/' + at[1]);
    if (at[2]) {
      var asked = new URLSearchParams(location.search);
      var query = new URLSearchParams();
      [
        ['job', 'job'],
        ['pass', 'passAt'],
        ['fail', 'failAt'],
      ].forEach(function (pair) {
        if (Number(asked.get(pair[0]))) query.set(pair[1], String(Number(asked.get(pair[0]))));
      });
      if (asked.get('kind')) query.set('kind', asked.get('kind'));
      ways.push('/api/vehicles/' + at[1] + '/match?' + query);
    }
  }
  window.radiatrixEarly = new Map(
    ways.map(function (way) {
      var asked = fetch(way);
      // Without signal nobody may take it, and nobody is to be told of that twice.
      asked.catch(function () {});
      return [way, asked];
    }),
  );
})();
