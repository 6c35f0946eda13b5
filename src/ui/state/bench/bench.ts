import type { InputOf } from "@/core/api/commands";
import type { InPlaceWork } from "@/core/api/commands/in-place-input";
import { effectName } from "@/core/chain/describe";
import { sameSettings } from "@/core/chain/medium";
import { longestChain, type Chain } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { putOn, wayOf, type WayId } from "@/core/chain/ways";
import type { EffectDefinition } from "@/core/effects/define";
import type { CardHead, Routine, Target } from "@/core/library/entities";
import type { Edit, Overlay } from "@/core/library/overlay";
import { emptySelection } from "@/core/library/selection";
import { mostSteps, mustRender, type Step } from "@/core/library/steps";
import { learnt, stepOf } from "@/core/library/steps/learn";
import { browsingKeys, mostKeys } from "@/core/library/use";
import { formatOf, meantOn } from "@/core/library/variants";
import { countTargets, sayPiece, sentence } from "@/core/library/words";
import { goesOn, type Medium } from "@/core/media";
import { sayError } from "../../data/api";
import { Store } from "../../data/store";
import { untilAnswered } from "../../data/until-answered";
import { beginningsOf, defaultsOf } from "./defaults";
import { sameFields } from "../remembered";
import { selectsBy } from "../selects";
import { BenchEdits, type SavePut, type Standing } from "./edits";
import { InPlaceRuns } from "./in-place";
import { markedOn, type Range } from "./marked";
import type { Applying, Audition, BenchOwn, BenchRoom, BenchView, PutItem } from "./model";
import type { Playhead } from "./playhead";
import { benchView } from "./view";

const atFirst: BenchOwn = {
  inMix: false,
  marked: new Map(),
  learnt: [],
  wanted: null,
  selection: emptySelection,
};

const onSeen = ({ ids, seen }: ReturnType<Parameters<SavePut>[0]>) => ({
  targetIds: [...ids],
  seenTargets: seen,
});

/** The edits of some targets that putting a chain on them makes, as far as they are shown at once. */
function editsOf(
  targets: readonly Target[],
  chain: Chain,
  { how, at, strength }: Applying,
  pin: Edit,
): Overlay {
  const sent = new Map<string, Edit>();
  // Returns, copies and cuts are shown once the server has made them.
  if (wayOf(how).beside || wayOf(how).cuts) return sent;
  for (const target of targets) {
    const next = putOn(target.chain, chain, how, at);
    if (how === "missing" && next.settings.length === target.chain.settings.length) continue;
    sent.set(target.id, {
      chain: next,
      strength: wayOf(how).keepsStrength ? target.strength : strength,
      ...pin,
    });
  }
  return sent;
}

/** Why some settings cannot be put on some targets; null where they can. */
function refusalOf(targets: readonly Target[], { chain }: PutItem, whole: Chain, { how, at }: Applying) {
  if (targets.length === 0) return "Select something to put it on.";
  const wrong = targets.find((target) => !goesOn(chain.medium, target.chain.medium));
  if (wrong)
    return `This is for ${sayPiece(chain.medium)}; “${wrong.name}” is ${sayPiece(wrong.chain.medium)}.`;
  const full = targets.find(
    (target) => !wayOf(how).beside && putOn(target.chain, whole, how, at).settings.length > longestChain,
  );
  return full ? `The chain on “${full.name}” would have more than ${longestChain} settings.` : null;
}

/**
 * The bench of one session without its looks: what is selected, heard, marked and changed. Edits show at once and are
 * saved behind them.
 */
export class BenchState {
  readonly edits: BenchEdits;
  readonly view: Store<BenchView>;
  /** The chain that is heard or seen in place of the lead target's own. */
  readonly audition = new Store<Audition | null>(null);
  /** Where in the lead target's clip one is; null where it has none. */
  readonly playhead = new Store<Playhead | null>(null);
  private readonly runs: InPlaceRuns;
  private readonly viewed = benchView();
  private own: BenchOwn = atFirst;
  /** Cards whose content is still on its way: one after another, as they were asked for. */
  private coming: Promise<void> | null = null;

  /** Pre: the session's copy and the library's are there. */
  constructor(
    readonly sessionId: string,
    private readonly room: BenchRoom,
  ) {
    this.runs = new InPlaceRuns(room.renderings);
    this.edits = new BenchEdits(sessionId, {
      send: (command, makeInput) => this.send(command, makeInput),
      hold: room.hold,
      tell: room.tell,
      undo: () => room.takeBack("undo"),
      known: (id) => this.session.replica.target.get(id),
      revision: () => this.session.stream.revision,
      isOthers: (id, after) => (this.session.others.get(id) ?? 0) > after,
    });
    this.view = new Store(this.seen());
  }

  /** Follows the session and the library, until the returned function is called; what waits then is sent. */
  follow(): () => void {
    const { session, library } = this.room;
    const stops = [session, library, this.edits, this.runs].map((one) => one.subscribe(this.refresh));
    this.refresh();
    return () => {
      for (const stop of stops) stop();
      void this.edits.saveNow();
    };
  }

  private get session() {
    return this.room.session.get().data!;
  }

  private get library() {
    return this.room.library.get().data!;
  }

  private seen(): BenchView {
    const { overlay, conflicts } = this.edits.get();
    const { replica } = this.library;
    const view = this.viewed(
      {
        session: this.session,
        row: replica.session.get(this.sessionId),
        cards: replica.card,
        overlay,
        conflict: conflicts[0] ?? null,
        inPlace: this.runs.get(),
      },
      this.own,
    );
    // Kept, so that a row that is selected by being the first one stays so when it moves.
    this.own = { ...this.own, selection: view.selection };
    return view;
  }

  private readonly refresh = (): void => {
    const now = this.seen();
    if (!sameFields(this.view.get(), now)) this.view.set(now);
    if (now.lead) this.room.rememberLead(this.sessionId, now.lead.id);
  };

  private become(next: Partial<BenchOwn>): void {
    this.own = { ...this.own, ...next };
    this.refresh();
  }

  readonly selects = selectsBy((change) => this.become({ selection: change(this.own.selection) }));

  readonly narrow = (wanted: Medium | null): void => this.become({ wanted });
  readonly setInMix = (inMix: boolean): void => this.become({ inMix });
  readonly setAudition = (audition: Audition | null): void => this.audition.set(audition);
  readonly mark = (target: Target, range: Range): void =>
    this.become({ marked: markedOn(this.own.marked, target, range) });

  /** Tells what was done, or why it was not. */
  private done(text: string): void {
    this.room.tell({ kind: "done", text });
  }
  private refuse(text: string): false {
    this.room.tell({ kind: "problem", text });
    return false;
  }
  private readonly fail = (error: unknown): false => this.refuse(sayError(error));

  private learn(...steps: readonly Step[]): void {
    this.become({ learnt: steps.reduce((all, one) => learnt(all, one, mostSteps), this.own.learnt) });
  }

  /** Sends, and remembers what was done as a step where it is one. */
  private readonly send: BenchRoom["send"] = async (command, makeInput, isAgain) => {
    let step: Step | null = null;
    const make = () => {
      const input = makeInput();
      const { targetId = "" } = input as { readonly targetId?: string };
      const before = this.session.replica.target.get(targetId);
      step = stepOf({ command, input: input as object, ...(before && { before }), nameOf: effectName });
      return input;
    };
    const answer = await this.room.send(command, make, isAgain);
    const done = step as Step | null;
    if (done && answer.change) this.learn(done);
    return answer;
  };

  /** Changes the lead target's chain; small steps in quick succession become one change. */
  readonly shape = (chain: Chain): void => {
    const { lead } = this.view.get();
    if (!lead) return;
    const clean = normaliseChain(chain).chain;
    const cleared = clean.settings.length === 0 ? { cardId: null, cardVersion: null, strength: 100 } : {};
    this.edits.touch(new Map([[lead.id, { chain: clean, ...cleared }]]));
  };

  /** Sets the strength (percent) of every selected target. */
  readonly setStrength = (strength: number): void => {
    const value = Math.round(Math.min(100, Math.max(0, strength)));
    this.edits.touch(new Map(this.view.get().selected.map(({ id }) => [id, { strength: value }])));
  };

  /**
   * Shows edits at once while what makes them is saved, for some targets and as these were seen. Resolves to false where
   * it was refused.
   */
  private async showAhead(how: WayId, standing: Standing, sent: Overlay, save: SavePut): Promise<boolean> {
    this.setAudition(null);
    // Waiting edits are sent as they were before; the shown ones change at once.
    const saved = this.edits.saveNow();
    try {
      if (wayOf(how).replaces)
        await this.edits.replace(
          sent,
          (asSeen, isAgain) => saved.then(() => save(asSeen, isAgain)),
          standing,
        );
      else {
        this.edits.lay(sent);
        await saved;
        // A card that is added to a chain removes nothing of it, so no version is compared.
        await save(
          () => ({ ids: [...standing.shapes.keys()], seen: {} }),
          () => false,
        ).finally(() => this.edits.settle(sent));
      }
      return true;
    } catch (error) {
      return this.fail(error);
    }
  }

  /** Further input of a way: the place of the chosen setting, or the marked range. */
  private placeOf({ how, at }: Applying) {
    const { range } = this.view.get();
    return { ...(how === "at" && { at }), ...(wayOf(how).cuts && range && { range }) };
  }

  private shownOf(ids: readonly string[]): readonly Target[] {
    return this.view.get().targets.filter(({ id }) => ids.includes(id));
  }

  /** Puts a content on some targets: seen at once, saved behind it. */
  private put(
    ids: readonly string[],
    card: CardHead,
    chain: Chain,
    applying: Applying,
    standing: Standing,
  ): void {
    const { how, strength, keys } = applying;
    const pin = { cardId: card.id, cardVersion: card.contentVersion };
    const place = this.placeOf(applying);
    const edited = editsOf(this.shownOf(ids), chain, applying, pin);
    void this.showAhead(how, standing, edited, async (asSeen, isAgain) => {
      const input = (): InputOf<"apply-card"> => {
        const { replica, shelf } = this.library;
        return {
          ...onSeen(asSeen()),
          sessionId: this.sessionId,
          cardId: card.id,
          contentVersion: card.contentVersion,
          strength,
          how,
          ...place,
          ...(keys !== undefined && {
            keys: Math.min(mostKeys, keys),
            browsing: browsingKeys(card, replica.folder, shelf),
          }),
        };
      };
      const { result } = await this.send("apply-card", input, isAgain);
      this.room.takeHabits(result.habits);
    });
  }

  /**
   * Puts several things on what is selected as one change: one after another in its chains, or each on a return of its
   * own. Resolves to false where that was refused.
   */
  readonly putAll = async (items: readonly PutItem[], applying: Applying): Promise<boolean> => {
    const { selected } = this.view.get();
    const { how, strength } = applying;
    const [first] = items;
    const whole = { ...first.chain, settings: items.flatMap(({ chain }) => chain.settings) };
    const refusal = refusalOf(selected, first, whole, applying);
    if (refusal !== null) return this.refuse(refusal);
    const unpinned = how === "replace" ? { cardId: null, cardVersion: null } : {};
    const place = this.placeOf(applying);
    const edited = editsOf(selected, whole, applying, unpinned);
    const standing = this.edits.standingOf(selected.map(({ id }) => id));
    return this.showAhead(how, standing, edited, async (asSeen, isAgain) => {
      const input = (): InputOf<"apply-draft"> => ({
        ...onSeen(asSeen()),
        sessionId: this.sessionId,
        parts: items.map(({ name, chain, card }) =>
          card ? { cardId: card.id, contentVersion: card.contentVersion } : { name, chain },
        ),
        how,
        strength,
        ...place,
      });
      const { change, result } = await this.send("apply-draft", input, isAgain);
      this.room.takeHabits(result.habits);
      this.done(change ? sentence(change.summary) : `It is on ${countTargets(selected)} already.`);
    });
  };

  /** Of variants of a card, those that some targets ask for, each with the ids of its targets. */
  private meantFor(card: CardHead, selected: readonly Target[]): ReadonlyMap<CardHead, readonly string[]> {
    const { shelf, replica, habitsOf, member } = this.library;
    const variants = shelf.variantsOf(card.id).flatMap((id) => replica.card.get(id) ?? []);
    if (variants.length === 0) return new Map([[card, selected.map(({ id }) => id)]]);
    const { media } = this.session;
    const asking = selected.map(({ id, kind, mediaId }) => ({
      id,
      kind,
      format: formatOf(mediaId === null ? undefined : media.get(mediaId)?.facts),
    }));
    return meantOn(variants, asking, habitsOf, member.settings.preferredFormats);
  }

  /**
   * Puts a card on what is selected; with its current content, where none is given. Of variants the one that each target
   * asks for, unless just this card or content is meant.
   */
  readonly apply = (card: CardHead, applying: Applying): void => {
    const { just, how } = applying;
    const { selected } = this.view.get();
    if (selected.length === 0) return void this.refuse("Select something to apply it to.");
    const wrong = selected.find((target) => !goesOn(card.medium, target.chain.medium));
    if (wrong)
      return void this.refuse(
        `“${card.name}” is for ${sayPiece(card.medium)}; “${wrong.name}” is ${sayPiece(wrong.chain.medium)}.`,
      );
    const meant = just ? new Map([[card, selected.map(({ id }) => id)]]) : this.meantFor(card, selected);
    const said = Array.from(
      meant,
      ([one, ids]) =>
        `“${one.name}” ${wayOf(how).said} ${countTargets(selected.filter(({ id }) => ids.includes(id)))}`,
    );
    this.done(`${said.join(", ")}.`);
    for (const [one, ids] of meant) this.applyOne(one, ids, applying);
  };

  /** Puts one on at once where its content is here and none is waited for before it; else in its turn. */
  private applyOne(card: CardHead, ids: readonly string[], applying: Applying): void {
    const { contents, hold, isPassing, wait } = this.room;
    const { fingerprint } = card;
    const standing = this.edits.standingOf(ids);
    const chain = applying.just?.chain ?? contents.peek(fingerprint)?.chain;
    if (chain && !this.coming) return this.put(ids, card, chain, applying, standing);
    const release = hold();
    const content = chain ?? untilAnswered(() => contents.get(fingerprint), { isPassing, wait });
    const turn = Promise.all([content, this.coming])
      .then(
        ([came]) => this.put(ids, card, came, applying, standing),
        (error) => void this.refuse(`“${card.name}” is not on it: ${sayError(error)}`),
      )
      .finally(() => {
        release();
        if (this.coming === turn) this.coming = null;
      });
    this.coming = turn;
  }

  /** Puts an effect behind the chains of what is selected. */
  readonly append = (effect: EffectDefinition): void => {
    const { selected } = this.view.get();
    if (selected.length === 0) return void this.refuse("Select something to add it to.");
    const full = selected.find(({ chain }) => chain.settings.length >= longestChain);
    if (full) return void this.refuse(`The chain on “${full.name}” has ${longestChain} settings already.`);
    this.setAudition(null);
    const setting = defaultsOf(beginningsOf(this.library.replica), this.room.contents).beginning(effect);
    this.edits.touch(
      new Map(
        selected
          .filter(({ chain }) => goesOn(effect.medium, chain.medium))
          .map(({ id, chain }) => [id, { chain: { ...chain, settings: [...chain.settings, setting] } }]),
      ),
    );
    this.done(`${effect.name} added to ${countTargets(selected)}.`);
  };

  /** Says that the selected targets that have a chain have it from a card, once it was kept from one of them. */
  readonly pin = async (cardId: string, contentVersion: number, chain: Chain): Promise<void> => {
    // Asked first: what is selected may change while the last touch is saved.
    const { selected, lead } = this.view.get();
    const targetIds = [...new Set([...(lead ? [lead] : []), ...selected])]
      .filter((target) => target.chain.medium === chain.medium && sameSettings(target.chain, chain))
      .map(({ id }) => id);
    await this.edits.saveNow();
    const { sessionId } = this;
    if (targetIds.length > 0)
      await this.send("pin-card", () => ({ sessionId, targetIds, cardId, contentVersion }));
  };

  /** Keeps what was done here to a target that somebody else changed meanwhile, or what they did. */
  readonly decide = (keep: "mine" | "theirs"): void => {
    const { conflict } = this.view.get();
    if (conflict) void this.edits.decide(conflict, keep);
  };

  /** Sends what still waits, then takes back; what is being rendered in place is stopped before anything else. */
  readonly takeBack = async (direction: "undo" | "redo"): Promise<void> => {
    // A rendering under way is the last thing that was done.
    if (direction === "undo" && (await this.runs.stopLatest()) === "stopped") return;
    await this.edits.saveNow();
    // A step that was taken back is forgotten.
    if (direction === "undo") this.become({ learnt: this.own.learnt.slice(0, -1) });
    await this.room.takeBack(direction);
  };

  /** Has something rendered, after what still waits was sent; the session is changed once it is there. */
  private async askForPlace(work: Omit<InPlaceWork, "sessionId">): Promise<void> {
    this.setAudition(null);
    try {
      const { state, problem, said, selected, name } = await this.runs.render(
        () => ({ sessionId: this.sessionId, ...work }),
        this.edits.saveNow(),
      );
      if (state === "cancelled") return this.done("The rendering was stopped: nothing was changed.");
      if (state !== "done") return void this.refuse(problem ?? "It could not be rendered.");
      if (work.routineId === undefined && !work.again)
        this.learn(...(work.range ? [{ kind: "cut" } as const] : []), { kind: "render" });
      this.done(sentence(said ?? name));
      if (selected) this.selects.these(selected);
    } catch (error) {
      this.fail(error);
    }
  }

  /** Renders what is selected in place; of it the marked range alone, or anew with the newest contents of its cards. */
  readonly renderInPlace = (what: "all" | "range" | "again"): void => {
    const { range, selected } = this.view.get();
    void this.askForPlace({
      targetIds: selected.map(({ id }) => id),
      ...(what === "range" && range && { range }),
      ...(what === "again" && { again: true }),
    });
  };

  /** Takes the steps of a routine on what is selected, and selects what they chose. */
  readonly runRoutine = async ({ id: routineId, steps }: Routine): Promise<void> => {
    const { selected, range, lead } = this.view.get();
    const targetIds = selected.map(({ id }) => id);
    this.setAudition(null);
    try {
      const drawn = lead ? await this.room.draw(steps, lead) : [];
      const input = { routineId, ...(range && { range }), ...(drawn.length > 0 && { drawn }) };
      if (mustRender(steps)) return await this.askForPlace({ targetIds, ...input });
      const seen = this.edits.seenOf(targetIds);
      // Sent as it was before.
      await this.edits.saveNow();
      const { sessionId } = this;
      // A routine that is run is no step of another one.
      const { change, result } = await this.room.send("run-routine", () => ({
        sessionId,
        targetIds,
        seenTargets: seen(),
        ...input,
      }));
      this.done(change ? sentence(change.summary) : "It was so already.");
      this.room.takeHabits(result.habits);
      this.selects.these(result.selected);
    } catch (error) {
      this.fail(error);
    }
  };

  /** Cuts what is selected at the ends of the marked range. */
  readonly cut = async (): Promise<void> => {
    const { selected, range } = this.view.get();
    if (!range) return;
    const targetIds = selected.map(({ id }) => id);
    await this.edits.saveNow();
    try {
      const { sessionId } = this;
      const { change } = await this.send("cut-targets", () => ({ sessionId, targetIds, range }));
      this.done(change ? sentence(change.summary) : "The range is all of it already.");
    } catch (error) {
      this.fail(error);
    }
  };
}
