// @vitest-environment jsdom
import "fake-indexeddb/auto";
import { act, cleanup, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { SessionView } from "#contract/doors";
import { answering } from "../../tests/answers.ts";
import { onPage } from "../../tests/onPage.tsx";
import { api } from "../app/api.ts";
import { outbox, store } from "../app/store.ts";
import { Doors } from "./Doors.tsx";
import { Header } from "./Header.tsx";
import NewPerson from "./NewPerson.tsx";
import { Person, WhoIsHere } from "./Person.tsx";
import { Room } from "./Room.tsx";
import { NothingHere, RoomProblem } from "./RoomProblem.tsx";
import SignIn from "./SignIn.tsx";

const SESSION: SessionView = {
  needed: false,
  first: false,
  person: null,
  token: null,
  tries: null,
  timeZone: "UTC",
} as unknown as SessionView;
const OWNER = { id: "o", initials: "AM", name: "Ada M", role: "owner" };
const PEOPLE = [
  { id: "1", initials: "MO", name: "Mo O" },
  { id: "2", initials: "PK", name: "Pat K", retired: true },
  { id: "3", initials: "TR", name: "Tris R" },
];
const served = (answers: Parameters<typeof answering>[0]) =>
  answering({ "GET /session": SESSION, "GET /technicians": PEOPLE, ...answers });
const choose = (who: string | null) => {
  if (who === null) localStorage.removeItem("green-fable.who");
  act(() => void store.dispatch({ type: "bench/personChosen", payload: who }));
};

beforeEach(() => {
  localStorage.clear();
  act(() => void store.dispatch(api.util.resetApiState()));
  act(() => void store.dispatch({ type: "bench/serverAnswered", payload: true }));
  act(() => void store.dispatch({ type: "bench/serverRefusedAll", payload: "" }));
  choose(null);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe("the doors", () => {
  it("are open where nobody signs in, at once and while nobody answers", async () => {
    served({ "GET /session": null });
    onPage(<Doors>the bench</Doors>);
    expect(screen.getByText("the bench")).toBeTruthy();
    await waitFor(() => expect(store.getState().bench.unreachable).toBe(true));
    expect(screen.getByText("the bench")).toBeTruthy();
  });

  it("show nothing of a shop before somebody signed in", async () => {
    served({ "GET /session": { ...SESSION, needed: true } });
    onPage(<Doors>the bench</Doors>);
    expect(await screen.findByRole("heading", { name: "Sign in" })).toBeTruthy();
    expect(screen.queryByText("the bench")).toBeNull();
  });

  it("ask the first of a shop for the code that the server printed", async () => {
    served({ "GET /session": { ...SESSION, needed: true, first: true } });
    onPage(<Doors>the bench</Doors>);
    expect(await screen.findByRole("heading", { name: "The first owner" })).toBeTruthy();
  });

  it("let in who signed in, make them the person of the device, and send what waits", async () => {
    const replay = vi.spyOn(outbox, "replay").mockResolvedValue();
    choose("MO");
    served({ "GET /session": { ...SESSION, needed: true, person: OWNER } });
    onPage(<Doors>the bench</Doors>);
    await waitFor(() => expect(store.getState().bench.who).toBe("AM"));
    expect(screen.getByText("the bench")).toBeTruthy();
    expect(replay).toHaveBeenCalledTimes(1);
  });
});

describe("in a chain", () => {
  const LOOKS = { initials: "EL", name: "Edda Lowick", role: "owner", looksIn: true } as const;

  it("whoever looks in from the chain is told so, and is not taken for who works at the device", async () => {
    const replay = vi.spyOn(outbox, "replay").mockResolvedValue();
    choose("MO");
    served({ "GET /session": { ...SESSION, needed: true, shop: "Harbour room", person: LOOKS } });
    onPage(
      <Doors>
        <Header title="Bench" />
      </Doors>,
    );
    expect(await screen.findByText("You look into Harbour room from the chain.")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Back to the chain" }).getAttribute("href")).toBe("/chain");
    expect(screen.getByRole("banner").textContent).toContain("Harbour room");
    expect(screen.getByRole("button", { name: "From the chain: EL. Light or dark" })).toBeTruthy();
    expect(store.getState().bench.who).toBe("MO");
    expect(replay).not.toHaveBeenCalled();
  });

  it("the door says which shop it is of", () => {
    served({});
    onPage(<SignIn first={false} shop="Harbour room" />);
    expect(screen.getByText("Harbour room")).toBeTruthy();
  });
});

describe("signing in", () => {
  it("asks for both, writes initials as the shop does, and says why it was not let in", async () => {
    const asked = served({ "POST /session": { status: 401, body: { detail: "Wrong. Four more tries." } } });
    const { user } = onPage(<SignIn first={false} shop={null} />);
    await user.click(screen.getByRole("button", { name: "Sign in" }));
    await waitFor(() => expect(screen.getByLabelText("Initials").getAttribute("aria-invalid")).toBe("true"));
    expect(asked()).toEqual([]);
    await user.type(screen.getByLabelText("Initials"), " mo ");
    await user.type(screen.getByLabelText("Pass-phrase"), "four words of mine");
    await user.click(screen.getByRole("button", { name: "Sign in" }));
    expect(await screen.findByText("Wrong. Four more tries.")).toBeTruthy();
    expect(asked()).toEqual([["POST /session", { initials: "MO", passPhrase: "four words of mine" }]]);
    expect(screen.getByLabelText<HTMLInputElement>("Pass-phrase").type).toBe("password");
  });

  it("starts with who was here last", () => {
    localStorage.setItem("green-fable.who", "TR");
    served({});
    onPage(<SignIn first={false} shop={null} />);
    expect(screen.getByLabelText<HTMLInputElement>("Initials").value).toBe("TR");
  });

  it("of the first owner takes no short pass-phrase, and puts a wrong code at its field", async () => {
    const asked = served({
      "POST /session/first": { status: 403, body: { detail: "That is not the code." } },
    });
    const { user } = onPage(<SignIn first shop={null} />);
    await user.type(screen.getByLabelText("Code"), "ABCD-EFGH");
    await user.type(screen.getByLabelText("Your initials"), "am");
    await user.type(screen.getByLabelText("Your name"), "Ada M");
    await user.type(screen.getByLabelText("Pass-phrase"), "short");
    await user.click(screen.getByRole("button", { name: "Become the owner" }));
    await waitFor(() =>
      expect(screen.getByLabelText("Pass-phrase").getAttribute("aria-invalid")).toBe("true"),
    );
    expect(asked()).toEqual([]);
    await user.type(screen.getByLabelText("Pass-phrase"), " but now longer");
    await user.click(screen.getByRole("button", { name: "Become the owner" }));
    expect(await screen.findByText("That is not the code.")).toBeTruthy();
    expect(asked()[0]?.[1]).toMatchObject({ initials: "AM", name: "Ada M" });
    expect(screen.getByLabelText("Code").getAttribute("aria-invalid")).toBe("true");
  });
});

describe("who is at the bench", () => {
  it("is asked of those who still work here, and kept on the device", async () => {
    served({});
    const { user } = onPage(<WhoIsHere />);
    const mo = await screen.findByRole("button", { name: "MO, Mo O" });
    expect(screen.queryByRole("button", { name: "PK, Pat K" })).toBeNull();
    await user.click(mo);
    expect(store.getState().bench.who).toBe("MO");
    expect(localStorage.getItem("green-fable.who")).toBe("MO");
  });

  it("may be somebody new: with initials and a name, written as the shop writes them", async () => {
    const made = vi.fn();
    const asked = served({ "PUT /technicians/*": {} });
    const { user } = onPage(<NewPerson onMade={made} />);
    await user.click(screen.getByRole("button", { name: "Add" }));
    await waitFor(() => expect(screen.getByLabelText("Initials").getAttribute("aria-invalid")).toBe("true"));
    expect(screen.getByLabelText("Name").getAttribute("aria-invalid")).toBe("true");
    expect(asked()).toEqual([]);
    await user.type(screen.getByLabelText("Initials"), " zz");
    await user.type(screen.getByLabelText("Name"), " Zed Z ");
    await user.click(screen.getByRole("button", { name: "Add" }));
    await waitFor(() => expect(made).toHaveBeenCalledWith("ZZ"));
    expect(asked()[0]?.[1]).toMatchObject({ initials: "ZZ", name: "Zed Z" });
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("");
  });

  it("is nobody new where the server refuses: what was typed stays", async () => {
    const made = vi.fn();
    served({ "PUT /technicians/*": { status: 409, body: { detail: "MO is Mo O." } } });
    const { user } = onPage(<NewPerson onMade={made} />);
    await user.type(screen.getByLabelText("Initials"), "mo");
    await user.type(screen.getByLabelText("Name"), "Moira");
    await user.click(screen.getByRole("button", { name: "Add" }));
    expect(await screen.findByText("MO is Mo O.")).toBeTruthy();
    expect(made).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Moira");
  });

  it("is changed from the menu at the top right", async () => {
    choose("MO");
    served({});
    const { user } = onPage(<Person />);
    await user.click(screen.getByRole("button", { name: /^At the bench: MO\./u }));
    await user.click(await screen.findByRole("menuitemradio", { name: /Tris R/u }));
    expect(store.getState().bench.who).toBe("TR");
  });

  it("who signed in is named there with what they may do, and signs out there", async () => {
    const remove = vi.fn().mockResolvedValue(true);
    vi.stubGlobal("caches", { delete: remove });
    const asked = served({
      "GET /session": { ...SESSION, needed: true, person: OWNER },
      "DELETE /session": SESSION,
    });
    choose("AM");
    const { user, address } = onPage(<Person />);
    await user.click(screen.getByRole("button", { name: /^At the bench: AM\./u }));
    expect(await screen.findByText("Ada M, owner")).toBeTruthy();
    expect(screen.queryByRole("menuitemradio", { name: /Tris R/u })).toBeNull();
    await user.click(screen.getByRole("menuitem", { name: "Sign out" }));
    await waitFor(() => expect(asked().map(([line]) => line)).toEqual(["DELETE /session"]));
    // Nothing of what was looked at stays on the device.
    expect(remove).toHaveBeenCalledTimes(1);
    expect(address()).toBe("/");
  });
});

describe("the header", () => {
  const trouble = () => screen.queryByRole("status")?.textContent ?? "";

  it("says nothing while all is well", async () => {
    served({});
    onPage(<Header title="Bench" />);
    await waitFor(() => expect(api.endpoints.session.select()(store.getState()).data).toBeTruthy());
    expect(trouble()).toBe("");
    expect(screen.getByRole("navigation", { name: "Rooms" }).textContent).toBe(
      "BenchMotorsCapturesWorkingsPracticeShop",
    );
  });

  it("says that nobody answers, and where what is typed is meanwhile", () => {
    served({});
    onPage(<Header title="Bench" />);
    act(() => void store.dispatch({ type: "bench/serverAnswered", payload: false }));
    expect(trouble()).toMatch(/^The server does not answer\. Your readings are kept on this device/u);
    act(() => void store.dispatch({ type: "bench/storageWasDenied" }));
    expect(trouble()).toMatch(/^The server does not answer\. Do not close this page/u);
    act(() => void store.dispatch({ type: "bench/serverAnswered", payload: true }));
    expect(trouble()).toMatch(/^This browser keeps nothing on the device\./u);
    act(() => void store.dispatch({ type: "bench/serverRefusedAll", payload: "The disk is full." }));
    expect(trouble()).toMatch(/^The disk is full\./u);
  });

  it("tells an owner of wrong pass-phrases, one or many, and from where", async () => {
    const tries = { count: 7, from: ["192.0.2.7", "192.0.2.9"] };
    served({ "GET /session": { ...SESSION, tries } });
    onPage(<Header title="Bench" />);
    const said = await screen.findByText(/wrong pass-phrases? in the last day/u);
    expect(said.parentElement?.textContent).toMatch(
      /^7 wrong pass-phrases in the last day, from 192\.0\.2\.7, 192\.0\.2\.9\./u,
    );
    cleanup();
    act(() => void store.dispatch(api.util.resetApiState()));
    served({ "GET /session": { ...SESSION, tries: { ...tries, count: 1 } } });
    onPage(<Header title="Bench" />);
    expect(await screen.findByText("1 wrong pass-phrase in the last day,")).toBeTruthy();
  });

  it("leads to the search by a key, and not while somebody types", async () => {
    served({});
    const { user, address } = onPage(
      <Header title="Motors">
        <input aria-label="Serial" />
      </Header>,
      "/motors",
    );
    await user.type(screen.getByLabelText("Serial"), "a/b");
    expect(address()).toBe("/motors");
    await user.click(document.body);
    await user.keyboard("/");
    await waitFor(() => expect(address()).toBe("/?find"));
  });
});

describe("a room", () => {
  it("is left by Escape, but not out of a field in which something is typed", async () => {
    served({});
    const { user, address } = onPage(
      <Room title="Shop" foot="foot">
        <input aria-label="Name" />
      </Room>,
      "/shop",
    );
    await user.type(screen.getByLabelText("Name"), "x");
    await user.keyboard("{Escape}");
    expect(address()).toBe("/shop");
    await user.clear(screen.getByLabelText("Name"));
    await user.keyboard("{Escape}");
    await waitFor(() => expect(address()).toBe("/"));
  });

  it("that is none, and one that broke, say so where a screen reader is, and lead on", () => {
    served({});
    onPage(<NothingHere />, "/nowhere");
    expect(document.activeElement?.textContent).toBe("Nothing is at this address");
    expect(screen.getByRole("link", { name: "To the bench" }).getAttribute("href")).toBe("/");
    cleanup();
    onPage(<RoomProblem />);
    expect(document.activeElement?.textContent).toBe("This room could not be opened");
    const main = within(screen.getByRole("main"));
    expect(main.getByRole("button", { name: "Try again" })).toBeTruthy();
    expect(main.getByRole("link", { name: "To the bench" })).toBeTruthy();
  });
});
