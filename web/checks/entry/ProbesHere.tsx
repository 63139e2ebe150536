import type { ReactNode } from "react";
import { usePhone } from "../../job/usePhone.ts";

/** Where the probes go, in the row that is read: a phone has no room for a drawing beside it. */
export function ProbesHere({ children }: { readonly children: ReactNode }) {
  return usePhone() && children ? <div className="col-span-full flex justify-center">{children}</div> : null;
}
