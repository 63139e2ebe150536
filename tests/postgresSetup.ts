import { startPostgres } from "../scripts/postgres/server.ts";

/** Starts the tests' own server, and makes what each of them begins with a copy of. @returns what ends it */
export default async function setUp(): Promise<() => Promise<void>> {
  // Nothing of these tests outlives them: what is written need not be on the disk.
  const server = await startPostgres({ fsync: "off", synchronous_commit: "off", full_page_writes: "off" });
  process.env["GREEN_FABLE_TEST_POSTGRES"] = server.address("postgres");
  try {
    const { makeBeginnings } = await import("./postgresShop.ts");
    await makeBeginnings();
  } catch (error) {
    await server.stop();
    throw error;
  }
  return () => server.stop();
}
