import { useTechniciansQuery } from "../app/api.ts";

/** Who works here now. */
export function usePresent() {
  const { data = [] } = useTechniciansQuery();
  return data.filter(({ retired }) => !retired);
}
