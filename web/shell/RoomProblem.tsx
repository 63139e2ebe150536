import { useEffect, type ReactNode } from "react";
import { Link } from "react-router";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Logo } from "../ui/Logo.tsx";

function Said({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  useEffect(() => {
    document.getElementById("said")?.focus();
  }, []);
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-4 p-10">
      <Logo />
      <h1 id="said" tabIndex={-1} className="text-2xl font-bold outline-none">
        {title}
      </h1>
      {children}
    </main>
  );
}

/** An address behind which nothing is. */
export function NothingHere() {
  return (
    <Said title="Nothing is at this address">
      <p>
        The address may be mistyped, or of an earlier version. A job is found by its number, machine or serial
        on the bench.
      </p>
      <Link to="/" className={`${buttonClass("main")} self-start`}>
        To the bench
      </Link>
    </Said>
  );
}

/** A room that could not be fetched, or broke: what was typed is on the device, and there is a way on. */
export function RoomProblem() {
  return (
    <Said title="This room could not be opened">
      <p>
        The server does not answer, or a new version is there that this page does not know yet. Your readings
        are kept on this device and are sent when it answers again.
      </p>
      <div className="flex gap-3">
        <Button look="main" onClick={() => window.location.reload()}>
          Try again
        </Button>
        <Link to="/" className={buttonClass("plain")}>
          To the bench
        </Link>
      </div>
    </Said>
  );
}
