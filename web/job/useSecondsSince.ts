import { useEffect, useState } from "react";

/** Seconds since a moment, counted up once a second; 0 where nothing began. @param startedAt UTC, ISO 8601 */
export function useSecondsSince(startedAt: string | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (startedAt === null) return;
    const count = () => setNow(Date.now());
    count();
    const ticking = window.setInterval(count, 1000);
    return () => window.clearInterval(ticking);
  }, [startedAt]);
  return startedAt === null ? 0 : Math.max(0, Math.floor((now - Date.parse(startedAt)) / 1000));
}
