import type { ReactNode } from "react";
import { jobName, CONNECTION_LABELS, type Motor } from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { Header } from "../shell/Header.tsx";

/** The header of a job: the motor, what is known of it at a glance, and its safety state. */
export function JobHeader({
  number,
  motor,
  children,
}: {
  readonly number: number;
  readonly motor: Motor;
  readonly children?: ReactNode;
}) {
  const facts = [
    jobName(number),
    FAMILY_FACTS[motor.family].label,
    ...(motor.connection === "unknown" ? [] : [CONNECTION_LABELS[motor.connection]]),
    ...(motor.polePairs ? [`${motor.polePairs} pole pairs`] : []),
    ...(motor.owner ? [motor.owner] : []),
  ];
  return (
    <Header title={motor.name} facts={facts.join(", ")}>
      {children}
    </Header>
  );
}
