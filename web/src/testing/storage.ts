import "fake-indexeddb/auto";
import { deleteDB } from "idb";
import { afterEach } from "vitest";

// For tests of what is stored. Elsewhere a page keeps its edits itself, and sends them in the turn they are made.
afterEach(() => deleteDB("lean-year"));
