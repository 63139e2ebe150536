import { QRCodeSVG } from "qrcode.react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate, useParams } from "react-router";
import { OUR_API, PLACE } from "../app/place.ts";
import { readView } from "#contract/view";
import { dayWords } from "#core/report";
import { jobName } from "#core/record";
import { sentenceOf, useJobQuery } from "../app/api.ts";
import { Header } from "../shell/Header.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Foot } from "../ui/Foot.tsx";

const KEYS = [
  [["P"], "print"],
  [["Esc"], "to the job"],
] as const;

/** A label to stick on the motor: what it is in words, and its job as a square to be scanned. */
export function LabelPage() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const { currentData: view, error } = useJobQuery(id);
  useHotkeys("p", () => window.print(), { preventDefault: true });
  useHotkeys("escape", () => void navigate(`/jobs/${id}`));
  if (!view)
    return (
      <main className="p-10">
        <p role={error ? "alert" : "status"}>{error ? sentenceOf(error) : "Fetching the job."}</p>
      </main>
    );
  const { motor, limits } = readView(view).record;
  const number = jobName(view.number);
  const address = `${window.location.origin}${PLACE}/jobs/${id}`;
  const local = /^(?:127\.|localhost)/u.test(window.location.hostname);
  return (
    <div className="flex min-h-screen flex-col print:min-h-0">
      <Header title={`Label of ${number}`} />
      <main className="flex grow flex-col items-center gap-5 p-8 print:block print:p-0">
        <article
          aria-label="Label"
          data-printed
          className="flex h-[29mm] w-[62mm] origin-top scale-150 gap-[2mm] overflow-hidden rounded-md border border-line-strong bg-white p-[2mm] text-black [page:label] print:scale-100 print:rounded-none print:border-0"
        >
          <QRCodeSVG value={address} title={`The address of ${number}`} className="size-[25mm] shrink-0" />
          <div className="flex min-w-0 flex-col text-[7.5pt] leading-tight">
            <strong className="shrink-0 text-[14pt] leading-none">{number}</strong>
            <strong className="mt-[1mm] line-clamp-2 shrink-0 text-[8.5pt]">{motor.name}</strong>
            {motor.serial && <span className="shrink-0 truncate">{motor.serial}</span>}
            <span className="shrink-0 truncate">{motor.owner}</span>
            <span className="mt-auto">in {dayWords(view.takenInAt, limits?.timeZone)}</span>
          </div>
        </article>
        <div className="mt-[18mm] flex flex-wrap justify-center gap-3 print:hidden">
          <Button look="main" hotkey="P" onClick={() => window.print()}>
            Print
          </Button>
          <a href={`${OUR_API}/jobs/${id}/label.pdf`} download className={buttonClass("plain")}>
            Save as PDF
          </a>
          <Link to={`/jobs/${id}`} className={buttonClass("plain")}>
            To the job
          </Link>
        </div>
        <p className="max-w-md text-center text-sm text-ink-2 print:hidden">
          62 by 29 mm. Scanned, it opens this job
          {local
            ? "; on this computer alone, since the server listens to nobody else."
            : " on any device that reaches this server."}
        </p>
      </main>
      <Foot keys={KEYS}>{address}</Foot>
    </div>
  );
}
