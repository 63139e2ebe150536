import { describe, expect, it } from "vitest";
import { CAPTURE_LIMITS } from "#contract/captures";
import { API } from "#contract/routes";
import { waveformFile } from "../../tests/recorded.ts";
import { useShop } from "../../tests/shop.ts";

describe("a recording that is sent", () => {
  const shop = useShop();
  const post = (query: string, type = "text/csv") =>
    shop.agent.post(`${API}/captures${query}`).set("Content-Type", type);

  it("is read with what the address says, and not kept", async () => {
    const { body } = await post("?polePairs=7&slots=12&ratedKv=1000")
      .send(Buffer.from(waveformFile()))
      .expect(200);
    expect(body.outcome).toBe("read");
    expect(Math.abs(body.figures.speedConstant.value / 1000 - 1)).toBeLessThan(0.005);
    expect(body.understood.channels.map(({ carries }: { carries: string }) => carries)).toEqual([
      "AB",
      "BC",
      "CA",
    ]);
  });

  it("takes what the columns carry, in small letters too", async () => {
    const { body } = await post("?as=bc,ca,ab").send(Buffer.from(waveformFile())).expect(200);
    expect(body.understood.channels[0].carries).toBe("BC");
  });

  it("that says nothing is answered with the reason", async () => {
    const { body } = await post("").send(Buffer.from("Dear workshop,\nplease call me.\n")).expect(200);
    expect(body.outcome).toBe("refused");
    expect(body.said[0].code).toBe("notACapture");
    const { body: empty } = await post("").send(Buffer.alloc(0)).expect(200);
    expect(empty.said[0].code).toBe("emptyFile");
  });

  it("is refused with a sentence where the address makes no sense", async () => {
    for (const [query, sentence] of [
      ["?polePairs=0", /whole number from 1/u],
      ["?slots=x", /whole number from 3/u],
      ["?ratedKv=-4", /above 0/u],
      ["?as=AB,XY", /AB BC CA AN BN CN A B C/u],
      ["?turned=left", /forward, backward/u],
      ["?poles=14", /poles/u],
    ] as const) {
      const { body } = await post(query).send(Buffer.from(waveformFile())).expect(422);
      expect(body.detail, query).toMatch(sentence);
    }
  });

  it("of another type says which are read, and one that is too large its limit", async () => {
    const { body } = await post("", "image/png")
      .send(Buffer.from([1, 2, 3]))
      .expect(415);
    expect(body.detail).toMatch(/text\/csv/u);
    await post("")
      .send(Buffer.alloc(CAPTURE_LIMITS.mostSent + 1, 48))
      .expect(413);
  });
});
