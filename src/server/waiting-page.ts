/** What a page shows while the database is away: it looks again by itself, and nothing is lost meanwhile. */
export const WAITING_PAGE = `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8" />
    <meta name="viewport" content="width=device-width, initial-scale=1" />
    <meta http-equiv="refresh" content="2" />
    <title>Waiting · Euphon</title>
    <style>
      body { font: 17px/1.5 system-ui, sans-serif; max-width: 34rem; margin: 20vh auto; padding: 0 1.5rem; }
      h1 { font-size: 1.7rem; line-height: 1.2; }
    </style>
  </head>
  <body>
    <h1>Euphon waits for its database.</h1>
    <p>It does not answer just now. This page looks again every two seconds; what was saved is kept.</p>
  </body>
</html>
`;
