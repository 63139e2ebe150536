import { Button } from "../ui/Button.tsx";

/** The record as it stands could not be judged: what stands on the screen is of before, and says so. */
export function NotJudged({
  earlier,
  onAgain,
}: {
  /** Whether an earlier verdict stands on the screen. */
  readonly earlier: boolean;
  readonly onAgain: () => void;
}) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-copper-soft px-5 py-2 text-sm print:hidden"
    >
      <p>
        <strong>The verdict could not be worked out.</strong>{" "}
        {earlier
          ? "What stands here is of before your last entry: do not decide by it."
          : "Nothing stands here yet."}{" "}
        What you read is kept.
      </p>
      <Button onClick={onAgain}>Try again</Button>
    </div>
  );
}
