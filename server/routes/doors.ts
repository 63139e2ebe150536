import { firstOwnerSchema, ownPassPhraseSchema, passPhraseSchema, signInSchema } from "#contract/doorSchemas";
import type { DoorService } from "../doors/doors.ts";
import { addressOf, giveKey, keyOf, personOf, takeKey } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import { idOf, pageOf, sizeOf, validated } from "./reading.ts";
import { AT_THE_DOOR, READS, type Route } from "./route.ts";

const notNeeded = () => new Problem(409, "Not needed", "Nobody signs in at this bench.");

/** Signing in and out, pass-phrases, and who did what. HTTP only. */
export function doorRoutes(doors: DoorService): Route[] {
  return [
    {
      method: "get",
      path: "/session",
      may: "anybody",
      audit: READS,
      handle: async (_request, response) => void response.json(await doors.view(personOf(response))),
    },
    {
      method: "post",
      path: "/session",
      may: "anybody",
      audit: AT_THE_DOOR,
      handle: async (request, response) => {
        const { initials, passPhrase } = validated(signInSchema, request.body);
        const key = await doors.signIn(initials, passPhrase, addressOf(request));
        giveKey(request, response, doors.of, key);
        response.json(await doors.view(await doors.who(key)));
      },
    },
    {
      method: "post",
      path: "/session/first",
      may: "anybody",
      audit: AT_THE_DOOR,
      handle: async (request, response) => {
        if (!doors.needed) throw notNeeded();
        const key = await doors.firstOwner(validated(firstOwnerSchema, request.body), addressOf(request));
        giveKey(request, response, doors.of, key);
        response.json(await doors.view(await doors.who(key)));
      },
    },
    {
      method: "delete",
      path: "/session",
      may: "trainee",
      audit: AT_THE_DOOR,
      handle: async (request, response) => {
        const person = personOf(response);
        // Who looks in from the chain is signed in there, and stays so.
        if (person?.looksIn)
          throw new Problem(409, "Of the chain", "You look in from the chain: sign out there.");
        await doors.signOut(keyOf(request, doors.of), person?.initials ?? "", addressOf(request));
        takeKey(request, response, doors.of);
        response.json(await doors.view(null));
      },
    },
    {
      method: "put",
      path: "/session/pass-phrase",
      may: "trainee",
      audit: AT_THE_DOOR,
      handle: async (request, response) => {
        const person = personOf(response);
        if (!person) throw notNeeded();
        const { old, passPhrase } = validated(ownPassPhraseSchema, request.body);
        giveKey(
          request,
          response,
          doors.of,
          await doors.changeOwn(person, old, passPhrase, addressOf(request)),
        );
        response.json({ ok: true });
      },
    },
    {
      method: "put",
      path: "/technicians/:id/pass-phrase",
      may: "owner",
      audit: AT_THE_DOOR,
      handle: async (request, response) => {
        const { passPhrase } = validated(passPhraseSchema, request.body);
        const id = idOf(request, "id");
        const person = personOf(response);
        if (person?.id === id)
          throw new Problem(
            409,
            "Your own",
            "Your own pass-phrase is changed with the old one: under Shop, People.",
          );
        await doors.givePhrase(id, passPhrase, person?.initials ?? "this computer", addressOf(request));
        response.json({ ok: true });
      },
    },
    {
      method: "get",
      path: "/audit",
      may: "owner",
      audit: READS,
      handle: async (request, response) =>
        void response.json(await doors.auditPage(pageOf(request), sizeOf(request))),
    },
  ];
}
