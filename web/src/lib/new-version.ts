/** The application kept in the browser, and the newer one that waits beside it. */
const EVERY_HOUR = 3_600_000;

/** Which version this page is of: a digest of all it was built from (scripts/release.py). */
export const VERSION = (import.meta.env["VITE_RELEASE"] as string | undefined) ?? "being built";

/** Keep the application here; `waits` is told of a newer version, and how to take it. */
export function keepApplication(waits: (take: () => void) => void): void {
  if (!("serviceWorker" in navigator)) return;
  const { serviceWorker } = navigator;
  const ready = (worker: ServiceWorker) =>
    waits(() => {
      serviceWorker.addEventListener("controllerchange", () => location.reload(), { once: true });
      worker.postMessage("SKIP_WAITING");
    });
  void serviceWorker.register("/sw.js").then(
    (registration: ServiceWorkerRegistration | undefined) => {
      // A browser that was told to keep no application answers with nothing.
      if (!registration) return;
      if (registration.waiting) ready(registration.waiting);
      registration.addEventListener("updatefound", () => {
        const { installing } = registration;
        installing?.addEventListener("statechange", () => {
          // Without an older one at work it is no newer version, but the first.
          if (installing.state === "installed" && serviceWorker.controller) ready(installing);
        });
      });
      setInterval(() => void registration.update().catch(() => undefined), EVERY_HOUR);
    },
    // Refused: the application comes from the server each time.
    () => undefined,
  );
}
