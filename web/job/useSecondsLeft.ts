import { useEffect, useState } from "react";

const SECONDS_A_MINUTE = 60;

/** Seconds until a wait that began then is over, counted down once a second; 0 when over or not begun. */
export function useSecondsLeft(startedAt: string | null, minutes: number): number {
  const [now, setNow] = useState(() => Date.now());
  const end = startedAt === null ? 0 : Date.parse(startedAt) + minutes * SECONDS_A_MINUTE * 1000;
  const over = now >= end;
  useEffect(() => {
    if (over) return;
    const ticking = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(ticking);
  }, [over]);
  return Math.max(0, Math.ceil((end - now) / 1000));
}

/** "3:42". */
export function clockText(seconds: number): string {
  return `${Math.floor(seconds / SECONDS_A_MINUTE)}:${String(seconds % SECONDS_A_MINUTE).padStart(2, "0")}`;
}
