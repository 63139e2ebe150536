// Opens a shop's file as the program does at its start, and says when it begins and when it is open.
import { openDatabase } from "../../server/database/database.ts";

const file = process.argv[2]!;
process.stdout.write("begin\n");
const database = await openDatabase(file, new Date());
process.stdout.write("open\n");
await database.close();
