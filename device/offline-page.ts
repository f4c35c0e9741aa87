/** What a page is without a network: said in our words, in place of the browser's own error. It stands by itself, without our files. */

const PAGE = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>No network</title>
<style>
body { margin: 0; min-height: 100vh; display: grid; place-content: center; padding: 1rem; background: #f5f1e9; color: #2e251e; font: 0.875rem/1.5 system-ui, sans-serif; }
main { max-width: 34rem; }
h1 { font-size: 1.25rem; }
a { display: inline-block; margin: 0 0.5rem 0.5rem 0; padding: 0.75rem 1rem; border: 1px solid #7d7160; border-radius: 3px; color: inherit; font-weight: 600; text-decoration: none; }
a.main { background: #27356b; border-color: #27356b; color: #f5f1e9; }
</style>
</head>
<body>
<main>
<h1>No network</h1>
<p>This page comes from the studio’s server, which cannot be reached now. What was logged on the floor or
written at a session’s desk is kept on this device and goes out once there is a network.</p>
<p><a class="main" href="">Try again</a><a href="/floor">To the floor, which works without a network</a></p>
</main>
</body>
</html>`;

export const offlinePage = (): Response =>
  new Response(PAGE, { status: 503, headers: { "content-type": "text/html; charset=utf-8" } });
