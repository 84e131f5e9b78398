/** One page, without a script: how a phone of this shop comes to trust the shop's own certificate. */
export const trustPage = (address: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Radiatrix on this phone</title>
<style>
body{background:#f5f2ea;color:#1c2730;font:18px/1.45 'Source Sans 3','Helvetica Neue',Arial,sans-serif;margin:0 auto;max-width:34rem;padding:20px}
h1{font-size:28px;line-height:1.1;margin:8px 0 12px}h2{font-size:20px;border-bottom:1px solid #bfb6a3;padding-bottom:4px;margin:28px 0 8px}
a{color:#2b5a79}.go{display:block;background:#a5481c;color:#fff;text-align:center;padding:18px;font-size:21px;font-weight:600;text-decoration:none;margin:14px 0}
li{margin:6px 0}
</style></head><body>
<h1>Radiatrix on this phone</h1>
<p>This shop has its own certificate, made on its own machine. A phone that trusts it can open Radiatrix under the vehicle, with signal or without.</p>
<h2>1. Take the certificate</h2>
<a class="go" href="/radiatrix.crt">Take the certificate</a>
<h2>2. Trust it, once</h2>
<ul>
<li><strong>Most phones</strong>: Settings, search for “CA certificate”, install from storage, choose radiatrix.crt.</li>
<li><strong>Phones that ask for a profile</strong>: Settings, General, the downloaded profile, install; then General, About, Certificate trust, switch it on.</li>
<li><strong>A desk browser</strong>: its settings, certificates, authorities, import, trust for websites.</li>
</ul>
<p>Trust it only here, and only from the person who runs this shop’s machine. It is valid for this shop’s machine alone. Remove it from a phone that leaves the shop.</p>
<h2>3. Open it</h2>
<a class="go" href="${address}">Open Radiatrix</a>
<p>The address is ${address}. Put it on the home screen from the browser’s menu.</p>
</body></html>
`;
