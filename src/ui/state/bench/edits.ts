import { chainText } from "@/core/chain/fingerprint";
import type { SeenTargets } from "@/core/api/fields";
import type { InputOf } from "@/core/api/commands";
import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import { layOver, settle, shown, type Edit, type Overlay } from "@/core/library/overlay";
import { ApiError, sayError } from "../../data/api";
import { Store } from "../../data/store";

/** Chain and strength: what is heard or seen. */
export interface Shape {
  readonly chain: Chain;
  readonly strength: number;
}

/** Chain and strength of one target, as they are here and as somebody else has left them. */
export interface Conflict {
  readonly targetId: string;
  readonly mine: Shape;
  readonly theirs: Shape & { readonly version: number };
  /** Puts on what was put on here, over what has been seen of theirs; a chain that was shaped is sent as it is. */
  readonly putAgain?: (seen: () => SeenTargets) => Promise<unknown>;
}

/**
 * Saves what is put on some targets. Which, and as they were seen, is asked for when its turn has come, and once more where
 * it is refused and `isAgain` says that there is another way: nothing else comes between.
 */
export type SavePut = (
  asSeen: () => { readonly ids: readonly string[]; readonly seen: SeenTargets },
  isAgain: (refusal: unknown) => boolean,
) => Promise<unknown>;

/** The server, as far as edits need it. */
export interface EditLine {
  /** Sends one command after the other; `makeInput` is asked when its turn has come. */
  send(command: "set-chain", makeInput: () => InputOf<"set-chain">): Promise<unknown>;
  /** Counts something as unsaved, until the returned function is called. */
  hold(): () => void;
  /** A target as the server is known to have it. */
  known(id: string): Target | undefined;
  /** How far the session is known. */
  revision(): number;
  /** Whether somebody else is known to have changed a target after a revision. */
  isOthers(id: string, after: number): boolean;
  /** Takes back the last change. */
  undo(): Promise<unknown>;
  tell(notice: { readonly kind: "problem"; readonly text: string }): void;
}

/** Hands out time. */
export interface Clock {
  /** Returns how to call it off. */
  after(milliseconds: number, run: () => void): () => void;
}

const realClock: Clock = {
  after(milliseconds, run) {
    const timer = setTimeout(run, milliseconds);
    return () => clearTimeout(timer);
  },
};

/** Targets as they were shown when something was done to them. */
export interface Standing {
  readonly shapes: ReadonlyMap<string, Shape>;
  /** How far the session was known. */
  readonly revision: number;
}

interface EditState {
  readonly overlay: Overlay;
  /** Targets that somebody else changed while they were being changed here. */
  readonly conflicts: readonly Conflict[];
}

/** A touch that waits to be sent. */
interface Waiting {
  stop(): void;
  release(): void;
  /** What was shown when it was begun. */
  readonly base: Shape | undefined;
}

/** Edits within this time of each other become one change in the history: a value that is nudged until it is right. */
const restBeforeSaving = 900;

const sameShape = (a: Shape, b: Shape) =>
  a.strength === b.strength && chainText(a.chain) === chainText(b.chain);
const stale = (current: Target) =>
  new ApiError(409, "stale", `“${current.name}” was changed in the meantime.`, { current });

/** The target that was changed in the meantime, where a refusal says so. */
const staleIn = (error: unknown): Target | undefined =>
  error instanceof ApiError && error.code === "stale" ? (error.details.current as Target) : undefined;

/**
 * What is changed on the bench of one session and not confirmed yet: shown at once, sent after a rest, taken away again
 * when the server has it. No touch is lost and none is sent twice; what somebody else did in between becomes a conflict,
 * in which both are kept until one is chosen.
 */
export class BenchEdits extends Store<EditState> {
  private readonly waiting = new Map<string, Waiting>();
  /** What has been sent and not answered yet: it is not sent again with what is touched meanwhile. */
  private flying: Overlay = new Map();

  constructor(
    private readonly sessionId: string,
    private readonly line: EditLine,
    private readonly clock: Clock = realClock,
  ) {
    super({ overlay: new Map(), conflicts: [] });
  }

  /** Shows edits that somebody else will send. */
  lay(edits: Overlay): void {
    this.update((state) => ({ ...state, overlay: layOver(state.overlay, edits) }));
  }

  /** Takes away what was sent, as far as nothing was touched since. */
  settle(sent: Overlay): void {
    this.update((state) => ({ ...state, overlay: settle(state.overlay, sent) }));
  }

  /** Shows edits and sends them after a rest. */
  touch(edits: Overlay): void {
    for (const id of edits.keys()) {
      const before = this.waiting.get(id);
      before?.stop();
      const known = this.line.known(id);
      this.waiting.set(id, {
        stop: this.clock.after(restBeforeSaving, () => void this.save(id)),
        release: before?.release ?? this.line.hold(),
        base: before ? before.base : known && shown(known, this.get().overlay),
      });
    }
    this.lay(edits);
  }

  /** Sends what waits, so that it comes before what is asked for next. */
  saveNow = (): Promise<unknown> => Promise.all([...this.waiting.keys()].map((id) => this.save(id)));

  private async save(id: string): Promise<void> {
    const waiting = this.waiting.get(id);
    waiting?.stop();
    this.waiting.delete(id);
    const mine = settle(this.get().overlay, this.flying).get(id);
    if (mine) {
      const sent = new Map([[id, mine]]);
      this.flying = layOver(this.flying, sent);
      await this.deliver(id, mine, waiting?.base);
      this.flying = settle(this.flying, sent);
    }
    waiting?.release();
  }

  private async deliver(id: string, mine: Edit, base: Shape | undefined): Promise<void> {
    const { chain, strength } = mine;
    const done = new Map([[id, mine]]);
    try {
      await this.line.send("set-chain", () => {
        // As it is known when the turn has come: an answer may have come in between.
        const now = this.line.known(id);
        // What came in from elsewhere since the first touch was never seen by who made it.
        if (now && base && !sameShape(now, base)) throw stale(now);
        return {
          sessionId: this.sessionId,
          targetId: id,
          ...(chain && { chain }),
          ...(strength !== undefined && { strength }),
          seen: now?.version,
        };
      });
      this.settle(done);
    } catch (error) {
      const theirs = staleIn(error);
      if (theirs) return this.contend(id, mine, theirs);
      this.line.tell({ kind: "problem", text: sayError(error) });
      this.settle(done);
    }
  }

  /** How some targets stand now, as they are shown. */
  standingOf(ids: readonly string[]): Standing {
    const { overlay } = this.get();
    const shapes = ids.flatMap((id) => {
      const known = this.line.known(id);
      return known ? [[id, shown(known, overlay)] as const] : [];
    });
    return { shapes: new Map(shapes), revision: this.line.revision() };
  }

  /**
   * Gives the versions of some targets, to be asked for when the command about them is sent. Throws where
   * somebody else has changed one of them since: whoever did this never saw it.
   */
  seenOf(ids: readonly string[]): () => SeenTargets {
    const standing = this.standingOf(ids);
    return () => this.unchanged(standing, ids);
  }

  private unchanged({ shapes, revision }: Standing, ids: readonly string[]): SeenTargets {
    const seen: Record<string, number> = {};
    for (const id of ids) {
      const [now, before] = [this.line.known(id), shapes.get(id)];
      if (!now || !before) continue;
      // A change of this member's own since then is no conflict.
      if (this.line.isOthers(id, revision) && !sameShape(now, before)) throw stale(now);
      seen[id] = now.version;
    }
    return seen;
  }

  /**
   * Shows at once what is put on targets in place of what they have, and saves it. Where somebody else has changed one of
   * them since they stood so that one becomes a conflict, and the others have it. Rejects where it is refused otherwise.
   */
  async replace(edits: Overlay, save: SavePut, standing = this.standingOf([...edits.keys()])): Promise<void> {
    this.lay(edits);
    /** Newer versions of targets whose chain and strength are the same, by their ids: they were renamed or moved. */
    const newer = new Map<string, number>();
    let left = [...edits.keys()];
    const settleLeft = () => this.settle(new Map([...edits].filter(([id]) => left.includes(id))));
    const asSeen = () => {
      const seen: Record<string, number> = { ...this.unchanged(standing, left) };
      for (const [id, version] of newer) if (id in seen) seen[id] = Math.max(seen[id], version);
      return { ids: left, seen };
    };
    const isAgain = (error: unknown): boolean => {
      const theirs = staleIn(error);
      if (!theirs || !left.includes(theirs.id)) return false;
      const { id, version } = theirs;
      const before = standing.shapes.get(id);
      // Renamed or moved, say: nothing of that is replaced.
      if (before && sameShape(before, theirs) && (newer.get(id) ?? 0) < version) newer.set(id, version);
      else {
        left = left.filter((one) => one !== id);
        this.contend(id, edits.get(id)!, theirs, (seen) =>
          save(
            () => ({ ids: [id], seen: seen() }),
            () => false,
          ),
        );
      }
      return left.length > 0;
    };
    try {
      await save(asSeen, isAgain);
    } catch (error) {
      if (left.length > 0) throw error;
    } finally {
      settleLeft();
    }
  }

  private contend(
    targetId: string,
    mine: Edit,
    { chain, strength, version }: Target,
    putAgain?: Conflict["putAgain"],
  ): void {
    // With what was touched since, and with what another request was refused for.
    const over = { ...mine, ...this.get().overlay.get(targetId) };
    const conflict = {
      targetId,
      mine: { chain: over.chain ?? chain, strength: over.strength ?? strength },
      theirs: { chain, strength, version },
      // A card that was shaped after it was put on is sent as settings, not as the card.
      ...(putAgain && over.chain === mine.chain && over.strength === mine.strength && { putAgain }),
    };
    this.update((state) => ({
      ...state,
      conflicts: [...state.conflicts.filter((c) => c.targetId !== targetId), conflict],
    }));
  }

  /** Keeps what was done here, or what somebody else did. */
  async decide(conflict: Conflict, keep: "mine" | "theirs"): Promise<void> {
    const { targetId, mine, theirs, putAgain } = conflict;
    const over = this.get().overlay.get(targetId);
    this.update((state) => ({ ...state, conflicts: state.conflicts.filter((c) => c !== conflict) }));
    if (!over) return;
    try {
      // Where theirs is kept mine is saved and taken back, so that it is in the history and one key brings it back.
      const seen = () => Math.max(theirs.version, this.line.known(targetId)?.version ?? 0);
      await (putAgain
        ? putAgain(() => ({ [targetId]: seen() }))
        : this.line.send("set-chain", () => ({
            sessionId: this.sessionId,
            targetId,
            ...mine,
            seen: seen(),
          })));
      if (keep === "theirs") await this.line.undo();
    } catch (error) {
      this.line.tell({ kind: "problem", text: sayError(error) });
    } finally {
      this.settle(new Map([[targetId, over]]));
    }
  }
}
