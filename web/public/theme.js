// Before the first paint, so that a dark house never sees a white flash. Without a choice the system's own is taken.
try {
  const chosen = localStorage.getItem('dessin-theme');
  const dark = chosen ? chosen === 'blackout' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'blackout' : 'vellum';
} catch {}
