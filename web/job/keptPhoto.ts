import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { resizePhoto } from "./resizePhoto.ts";

/** A picture made small enough, under the name that its bytes give it. */
export interface SmallPhoto {
  readonly name: string;
  readonly bytes: ArrayBuffer;
}

/** A picture as it is kept, or why it cannot be. */
export async function smallPhoto(file: File): Promise<SmallPhoto | { readonly problem: string }> {
  const made = await resizePhoto(file);
  if (!made)
    return { problem: `${file.name} is no picture, or cannot be made small enough. It was not kept.` };
  const bytes = await made.arrayBuffer();
  return { name: bytesToHex(sha256(new Uint8Array(bytes))), bytes };
}
