// The most memory that this process ever held, bytes; with a file named it reads that first.
import { readCaptureFile } from "../../server/incoming/captureFile.ts";

const [file] = process.argv.slice(2);
if (file)
  await readCaptureFile(file, { as: null, polePairs: 7, slots: 12, ratedConstant: null, turned: null });
process.stdout.write(`${process.resourceUsage().maxRSS * 1024}\n`);
