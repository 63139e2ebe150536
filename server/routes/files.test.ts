import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { keptReading, waveformFile } from "../../tests/recorded.ts";
import { aPicture, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const elsewhere = useShop();
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

describe("recordings", () => {
  const packed = (seed: number) => gzipSync(`Time,AB\n0,${seed}\n`);
  const gzip = "application/gzip";
  const readFrom = (file: string | null) => ({
    ...keptReading(waveformFile(), { check: "waveform", slot: "spun" }),
    value: {
      ...(keptReading(waveformFile(), { check: "waveform", slot: "spun" }).value as { kind: "capture" }),
      file,
    },
  });
  const write = (body: ReturnType<typeof readFrom>, version: number) =>
    shop.agent.put(`${API}/jobs/${JOB}/readings/${body.id}`).set("If-Match", `"${version}"`).send(body);

  it("are kept packed beside the photos, up to their own number and size", async () => {
    await shop.takeIn();
    const bytes = packed(1);
    await send(bytes, undefined, gzip).expect(201);
    const { headers } = await shop.agent.get(`${API}/jobs/${JOB}/files/${nameOf(bytes)}`).expect(200);
    expect(headers["content-type"]).toContain(gzip);
    // It is what was sent: nobody unpacks it on the way.
    expect(headers["content-encoding"]).toBeUndefined();
    await send(Buffer.from("Time,AB"), undefined, gzip).expect(415);
    await send(Buffer.concat([bytes, Buffer.alloc(8_000_000)]), undefined, gzip).expect(413);
    for (let n = 2; n <= 8; n += 1) await send(packed(n), undefined, gzip).expect(201);
    const { body } = await send(packed(9), undefined, gzip).expect(409);
    expect(body.detail).toContain("8 recordings at most");
    await send(aPicture()).expect(201);
  });

  it("are there before what was read from them is written down", async () => {
    await shop.takeIn();
    const bytes = packed(1);
    const { body } = await write(readFrom(nameOf(bytes)), 0).expect(422);
    expect(body.detail).toContain("not kept with the job");
    await send(bytes, undefined, gzip).expect(201);
    await write(readFrom(nameOf(bytes)), 0).expect(201);
    await write(readFrom(null), 1).expect(201);
  });

  it("go along in a bundle, and come in with it", async () => {
    await shop.takeIn();
    const bytes = packed(1);
    await send(bytes, undefined, gzip).expect(201);
    await write(readFrom(nameOf(bytes)), 0).expect(201);
    const { body: zip } = await shop.agent.get(`${API}/jobs/${JOB}/bundle`).responseType("blob").expect(200);
    const { body: view } = await elsewhere.agent
      .put(`${API}/jobs/${uuid(7)}/import`)
      .set("Content-Type", "application/zip")
      .send(zip)
      .expect(201);
    expect(JSON.stringify(view)).toContain(nameOf(bytes));
    const { headers } = await elsewhere.agent
      .get(`${API}/jobs/${uuid(7)}/files/${nameOf(bytes)}`)
      .expect(200);
    expect(headers["content-type"]).toContain(gzip);
  });

  it("are written down whole: a figure that is none, or a name that nobody could read, is refused", async () => {
    await shop.takeIn();
    const sound = readFrom(null);
    const { body } = await write(
      { ...sound, value: { ...sound.value, figures: { speed: { value: 1, u: -1, unit: "rpm" } } } } as never,
      0,
    ).expect(422);
    expect(body.fields[0].field).toContain("figures");
    await write({ ...sound, value: { ...sound.value, sha256: "none" } } as never, 0).expect(422);
    await write({ ...sound, slot: "plannedSpeed", check: "backemf" } as never, 0).expect(422);
  });
});
