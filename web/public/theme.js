// Before the first paint, so that a dark house never sees a white flash.
try {
  document.documentElement.dataset.theme = localStorage.getItem('dessin-theme') === 'blackout' ? 'blackout' : 'vellum';
} catch {}
