import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { aPicture, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const nameOf = (bytes: Buffer) => createHash("sha256").update(bytes).digest("hex");
const send = (bytes: Buffer, name = nameOf(bytes), type = "image/jpeg") =>
  shop.agent.put(`${API}/jobs/${JOB}/files/${name}`).set("Content-Type", type).send(bytes);

describe("photos", () => {
  it("are kept as they were sent, once, and given back to their own job alone", async () => {
    await shop.takeIn();
    const picture = aPicture();
    await send(picture).expect(201);
    await send(picture).expect(200);
    const { body, headers } = await shop.agent.get(`${API}/jobs/${JOB}/files/${nameOf(picture)}`).expect(200);
    expect(headers["content-type"]).toContain("image/jpeg");
    // Nobody signs in here: the browser of this computer may keep it.
    expect(headers["cache-control"]).toContain("immutable");
    expect(Buffer.compare(body as Buffer, picture)).toBe(0);
    await shop.agent.get(`${API}/jobs/${uuid(1)}/files/${nameOf(picture)}`).expect(404);
  });

  it("whose bytes are not those of their name are refused, and nothing is kept", async () => {
    await shop.takeIn();
    const { body } = await send(aPicture(1), nameOf(aPicture(2))).expect(422);
    expect(body.detail).toContain("changed on the way");
    await shop.agent.get(`${API}/jobs/${JOB}/files/${nameOf(aPicture(2))}`).expect(404);
    expect((await send(aPicture(), "short").expect(422)).body.detail).toContain("SHA-256");
  });

  it("are refused with a sentence where they are no picture, too large, too many, or of no job", async () => {
    await send(aPicture()).expect(404);
    await shop.takeIn();
    await send(Buffer.from("a letter")).expect(415);
    await send(aPicture(), undefined, "text/plain").expect(415);
    await send(Buffer.concat([aPicture(), Buffer.alloc(1_100_000)])).expect(413);
    for (let i = 0; i < 24; i += 1) await send(aPicture(100 + i)).expect(201);
    expect((await send(aPicture(200)).expect(409)).body.detail).toContain("24 photos at most");
  });

  it("of two jobs that hold the same bytes are kept once", async () => {
    await shop.takeIn();
    await shop.takeIn(uuid(5));
    const picture = aPicture();
    await send(picture).expect(201);
    await shop.agent
      .put(`${API}/jobs/${uuid(5)}/files/${nameOf(picture)}`)
      .set("Content-Type", "image/jpeg")
      .send(picture)
      .expect(201);
    expect(await shop.database.models.File.count()).toBe(1);
  });
});
