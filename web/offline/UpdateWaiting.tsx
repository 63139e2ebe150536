import { useSyncExternalStore } from "react";
import { Button } from "../ui/Button.tsx";

let waiting: ServiceWorker | null = null;
const listeners = new Set<() => void>();

function found(worker: ServiceWorker | null) {
  if (!worker) return;
  waiting = worker;
  listeners.forEach((listener) => listener());
}

/** Lets the page open without the server, and watches for a new version. Where a browser has none of it, nothing is lost. */
export async function startOffline(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register("/sw.js", { type: "module" });
    if (navigator.serviceWorker.controller) found(registration.waiting);
    registration.addEventListener("updatefound", () => {
      const { installing } = registration;
      installing?.addEventListener("statechange", () => {
        if (installing.state === "installed" && navigator.serviceWorker.controller) found(installing);
      });
    });
  } catch {
    // A device that refuses works as before, as long as the server answers.
  }
}

function useNow() {
  navigator.serviceWorker.addEventListener("controllerchange", () => window.location.reload());
  waiting?.postMessage("use it now");
}

/** A new version is there: said, and taken when the person says so. */
export function UpdateWaiting() {
  const worker = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
  if (!worker) return null;
  return (
    <div
      role="status"
      className="fixed bottom-16 right-4 z-10 flex items-center gap-4 rounded-xl border border-line-strong bg-sheet px-4 py-2 print:hidden"
    >
      A new version of Green Fable is ready. What you typed is kept.
      <Button size="small" onClick={useNow}>
        Use it now
      </Button>
    </div>
  );
}
