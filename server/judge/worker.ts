import { parentPort } from "node:worker_threads";
import { freeze, judge, type FreezeInput, type JudgeInput } from "./judge.ts";

/** What the thread is asked: a job judged for the lists, or frozen at its closing. */
export type Question =
  | { readonly id: number; readonly kind: "judge"; readonly input: JudgeInput }
  | { readonly id: number; readonly kind: "freeze"; readonly input: FreezeInput };
export interface Reply {
  readonly id: number;
  readonly result?: unknown;
  readonly problem?: string;
}

parentPort?.on("message", (question: Question) => {
  let reply: Reply;
  try {
    const result = question.kind === "judge" ? judge(question.input) : freeze(question.input);
    reply = { id: question.id, result };
  } catch (error) {
    reply = {
      id: question.id,
      problem: error instanceof Error ? (error.stack ?? error.message) : String(error),
    };
  }
  parentPort?.postMessage(reply);
});
