import { FormProvider, useForm, useWatch } from "react-hook-form";
import type { Feed, FeedKey } from "#contract/feed";
import { feedSchema } from "#contract/feedSchema";
import { LIVE_FUNCTION_NAMES, LIVE_FUNCTIONS } from "#core/live";
import { canMeasure, plainNumber, quantityText, type Instrument } from "#core/quantity";
import { OUR_API } from "../app/place.ts";
import { sentenceOf, useEndFeedMutation, useFeedsQuery, usePutFeedMutation } from "../app/api.ts";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf, type Problems } from "../ui/formProblems.ts";
import { useChannel, useListening } from "../live/heard.ts";
import { Button } from "../ui/Button.tsx";

const KINDS = [
  ["none", "not: its display is read and typed"],
  ["http", "by itself, over the network (HTTP)"],
  ["scpi", "when asked, over the network (SCPI)"],
  ["serial", "on the port of the device at the bench"],
] as const;
type Kind = (typeof KINDS)[number][0];

const USUAL = { port: "5025", baud: "115200" };

const asTyped = (feed: Feed): Partial<FeedFields> => ({
  kind: feed.kind,
  ...(feed.kind === "scpi" && { host: feed.host, port: String(feed.port) }),
  ...(feed.kind === "serial" && { baud: String(feed.baud) }),
});

/** What is heard of it now, in what it reads first. */
function HeardNow({ instrument }: { readonly instrument: Instrument }) {
  const reads = LIVE_FUNCTION_NAMES.find((name) => canMeasure(instrument, name)) ?? "ohms";
  useListening({ instrument: instrument.id, reads });
  const { displays, silent } = useChannel(instrument.id);
  const last = displays.at(-1);
  const shown =
    last &&
    `${last.value === null ? "an overload" : quantityText(last.value, LIVE_FUNCTIONS[last.reads].kind)}, ${LIVE_FUNCTIONS[last.reads].words}`;
  return (
    <p role="status" className="text-sm text-ink-2">
      {silent ?? (shown ? `It shows ${shown}.` : "Nothing heard of it yet.")}
    </p>
  );
}

/** The key, for as long as this page is open and never again. */
function KeyOnce({ made: { key, instrument } }: { readonly made: FeedKey }) {
  return (
    <div role="status" className="flex flex-col gap-1 rounded-lg bg-amber-soft p-3 text-sm">
      <p>
        <strong>This key is shown once.</strong> Put it into the device now; a new one ends this one.
      </p>
      <output aria-label="Key of the instrument" className="break-all font-mono text-base">
        {key}
      </output>
      <p className="break-all">
        POST {location.origin}
        {OUR_API}/instruments/{instrument}/samples, with “Authorization: Bearer” and the key.
      </p>
    </div>
  );
}

/** How an instrument says what it reads. */
export function FeedForm({ instrument }: { readonly instrument: Instrument }) {
  const { data: feeds } = useFeedsQuery();
  const feed = feeds?.find((one) => one.instrument === instrument.id)?.feed ?? null;
  // What the server has fills the form once it is known.
  return feeds ? <Form key={JSON.stringify(feed)} instrument={instrument} feed={feed} /> : null;
}

interface FeedFields {
  readonly kind: Kind;
  readonly host: string;
  readonly port: string;
  readonly baud: string;
}

/** The form read as a feed, null where it speaks no more; or what is wrong, each at its field. */
function readFeed({
  kind,
  host,
  port,
  baud,
}: FeedFields): { readonly feed: Feed | null } | { readonly problems: Problems } {
  if (kind === "none") return { feed: null };
  const asked = {
    http: { kind },
    scpi: { kind, host: host.trim(), port: plainNumber(port) },
    serial: { kind, baud: plainNumber(baud) },
  }[kind];
  const { error, value } = feedSchema.validate(asked, { abortEarly: false, convert: false });
  return error
    ? { problems: Object.fromEntries(error.details.map(({ path, message }) => [path.join("."), message])) }
    : { feed: value as Feed };
}

function Form({ instrument, feed }: { readonly instrument: Instrument; readonly feed: Feed | null }) {
  const form = useForm<FeedFields>({
    defaultValues: { kind: "none", host: "", ...USUAL, ...(feed && asTyped(feed)) },
    resolver: resolverOf<FeedFields>((fields) => {
      const read = readFeed(fields);
      return "problems" in read ? read.problems : {};
    }),
  });
  const kind = useWatch({ control: form.control, name: "kind" });
  const [put, { data: made }] = usePutFeedMutation({ fixedCacheKey: `feed of ${instrument.id}` });
  const [end] = useEndFeedMutation();
  const save = async (fields: FeedFields) => {
    const read = readFeed(fields);
    if ("problems" in read) return;
    const answer = read.feed ? await put({ id: instrument.id, feed: read.feed }) : await end(instrument.id);
    if (answer.error) form.setError(kind === "scpi" ? "host" : "root", { message: sentenceOf(answer.error) });
  };
  return (
    <FormProvider {...form}>
      <form
        aria-label={`How ${instrument.name} speaks`}
        noValidate
        onSubmit={(event) => void form.handleSubmit(save)(event)}
        className="flex flex-col gap-3 rounded-xl border border-line bg-sheet p-4"
      >
        <FormField<FeedFields> name="kind" id="feed-kind" label="It says what it reads" options={KINDS} />
        {kind === "scpi" && (
          <div className="grid grid-cols-[1fr_8rem] items-start gap-3">
            <FormField<FeedFields>
              name="host"
              id="feed-host"
              label="Its address"
              placeholder="192.168.1.40"
            />
            <FormField<FeedFields> name="port" id="feed-port" label="Port" inputMode="numeric" />
          </div>
        )}
        {kind === "serial" && (
          <FormField<FeedFields> name="baud" id="feed-baud" label="Speed, baud" inputMode="numeric" />
        )}
        {form.formState.errors.root && (
          <p role="alert" className="text-red">
            {form.formState.errors.root.message}
          </p>
        )}
        {made?.key && feed?.kind === "http" && <KeyOnce made={made} />}
        {feed && <HeardNow instrument={instrument} />}
        <div>
          <Button type="submit">
            {feed?.kind === "http" && kind === "http" ? "Make a new key" : "Keep how it speaks"}
          </Button>
        </div>
      </form>
    </FormProvider>
  );
}
