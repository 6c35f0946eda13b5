import even from "./outlines/even.json";
import plain from "./outlines/plain.json";
import slab from "./outlines/slab.json";
import { knowFace, type FaceId, type StoredFace } from "./face";

/* Imported by what renders; see `knowFace`. */

const stored: Record<FaceId, unknown> = { slab, plain, even };
for (const [id, face] of Object.entries(stored)) knowFace(id as FaceId, face as StoredFace);
