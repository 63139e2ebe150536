import { useLocation } from "react-router";

/**
 * Whether the person is still where this was drawn. The address is ahead of the screen while a view is fetched: what is
 * answered late does not carry them off from where they went.
 */
export function useStillHere(): () => boolean {
  const { pathname } = useLocation();
  return () => window.location.pathname === pathname;
}
