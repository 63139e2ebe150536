import { createContext, use, type ReactNode } from "react";
import { Button } from "../ui/Button.tsx";

/** Whether the stage on screen is where the job goes on. */
export const PresentContext = createContext(false);

/** The one button of a stage that takes it on. Where the job goes on there it is green, and N presses it. */
export function GreenButton({
  children,
  size = "usual",
  signs = false,
  className = "",
  onClick,
}: {
  readonly children: ReactNode;
  readonly size?: "usual" | "small";
  /** It signs or closes: N only brings it under the hand, and Enter presses it. */
  readonly signs?: boolean;
  readonly className?: string;
  /** Left out where it sends the form around it. */
  readonly onClick?: () => void;
}) {
  const present = use(PresentContext);
  return (
    <Button
      type={onClick ? "button" : "submit"}
      look={present ? "main" : "plain"}
      size={size}
      className={className}
      {...(present && { "data-go": signs ? "focus" : "press" })}
      {...(present && !signs && { hotkey: "N" })}
      {...(onClick && { onClick })}
    >
      {children}
    </Button>
  );
}
