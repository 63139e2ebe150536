import { benchVerdict } from "./verdict.ts";

// A program of its own, bundled as what judges in the browser is: compiling on the way, and the names that it gives every
// function, would be counted with the verdict.
benchVerdict();
