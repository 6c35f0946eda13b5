/** Has what a promise of a worker fails with told like what is thrown: whoever started the worker hears of it, and begins it anew. */
self.addEventListener("unhandledrejection", ({ reason }) => {
  setTimeout(() => {
    throw reason;
  });
});
