import { useParams } from "react-router";
import { Room } from "../shell/Room.tsx";
import { NothingHere } from "../shell/RoomProblem.tsx";
import { Audit } from "../shop/Audit.tsx";
import { People } from "../shop/People.tsx";
import { ChainModels } from "./ChainModels.tsx";
import { Shops } from "./Shops.tsx";

const PARTS = [
  ["shops", "Shops of the chain", Shops],
  ["models", "Models of the chain", ChainModels],
  ["people", "People of the chain", People],
  ["audit", "Who did what in the chain", Audit],
] as const;

/** What belongs to the chain and to no shop: its shops side by side, its models, and its own people. */
export function Office() {
  const { part = "shops" } = useParams();
  const [, title, Part] = PARTS.find(([to]) => to === part) ?? [];
  if (!Part) return <NothingHere />;
  return (
    <Room title={title!} foot="Each shop's account is its own: they differ by what comes in.">
      <Part />
    </Room>
  );
}
