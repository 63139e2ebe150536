import type { ReactNode } from "react";
import { configure, render } from "@testing-library/react";
import { userEvent } from "@testing-library/user-event";
import { Provider } from "react-redux";
import { BrowserRouter, useLocation } from "react-router";
import { store } from "../web/app/store.ts";

// A laptop that does other things too: what is awaited may be fetched and drawn late.
configure({ asyncUtilTimeout: 20_000 });

export interface OnPage {
  readonly user: ReturnType<typeof userEvent.setup>;
  /** The address the page is at now. */
  readonly address: () => string;
}

/** Draws a part of the application at an address, with the store that it has in a browser. */
export function onPage(screen: ReactNode, at = "/"): OnPage {
  let address = "";
  function Address() {
    const { pathname, search } = useLocation();
    address = pathname + search;
    return null;
  }
  window.history.replaceState(null, "", at);
  render(
    <Provider store={store}>
      <BrowserRouter>
        {screen}
        <Address />
      </BrowserRouter>
    </Provider>,
  );
  return { user: userEvent.setup(), address: () => address };
}
