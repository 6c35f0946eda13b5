import { shownQuery } from "./library/keep-search";
import { keyframeSet } from "@/core/chain/keyframes";
import type { Chain } from "@/core/chain/model";
import type { CardHead, Target } from "@/core/library/entities";
import { describe, expect, it } from "vitest";
import { wayIds, waysFor } from "@/core/chain/ways";
import { emptyReplica } from "@/core/library/change";
import { Shelf } from "@/core/library/shelf";
import { printed } from "@/core/keys/printed";
import { reservedKeys } from "@/core/keys/combination";
import { aFolder, aGainChain, aHead, aList, aTag, aTarget, aProposal } from "../../../testing/library";
import { narrow } from "./bench/narrow";
import { actionsOf, groupsOf, standingOf, type Action, type ActionPlace, type Offer } from "./action";
import { listed, matching } from "./action-list";
import { applyPlace } from "./apply";
import type { ApplyHere } from "./apply/here";
import { benchPlace } from "./bench";
import type { BenchHere } from "./bench/here";
import { chainPlace } from "./chain";
import { candidatesPlace } from "./candidates";
import type { CandidatesHere } from "./candidates/here";
import { lanesPlace } from "./lanes";
import type { LanesHere } from "./lanes/here";
import { draftPlace } from "./draft";
import type { DraftHere } from "./draft/here";
import { deskPlace } from "./desk";
import type { DeskHere } from "./desk/here";
import { framePlace } from "./frame";
import { historyPlace } from "./history";
import { libraryPlace } from "./library";
import type { LibraryHere } from "./library/here";
import { sheetPlace } from "./sheet";
import type { SheetHere } from "./sheet/here";
import { videoPlace } from "./viewer/video";
import type { VideoHere } from "./viewer/video-here";
import { sessionPlace } from "./session";
import { another, type SessionHere } from "./session/here";
import { meaningAmong, meaningOf, offerFor, offersOn, stripOf, type ActionScope } from "./stack";
import { offersPlace } from "./offers";
import type { OffersHere } from "./offers/here";
import { teamPlace } from "./team";
import { upkeepPlace } from "./upkeep";
import type { UpkeepHere } from "./upkeep/here";
import type { TeamHere } from "./team/here";
import { picturePlace } from "./viewer/picture";
import type { PictureHere } from "./viewer/picture-here";
import { soundPlace } from "./viewer/sound";
import type { SoundHere } from "./viewer/sound-here";

/** Commands that were asked for, and what else was done. */
type Done = unknown[][];

const noReplica = emptyReplica();
const shelf = new Shelf(noReplica);

function bench(given: Partial<BenchHere> = {}, done: Done = []): BenchHere {
  const lead = given.lead === undefined ? aTarget() : given.lead;
  const say =
    (what: string) =>
    (...all: unknown[]) =>
      void done.push([what, ...all]);
  return {
    session: {
      id: "session-1",
      version: 1,
      name: "Fog week",
      position: "a0",
      removed: false,
    },
    lead,
    selected: lead ? [lead] : [],
    targets: lead ? [lead] : [],
    role: "editor",
    card: undefined,
    chosenCards: given.card ? [given.card] : [],
    cards: new Map(),
    replica: noReplica,
    shelf,
    bench: {
      listed: given.targets ?? (lead ? [lead] : []),
      selection: { these: say("these") },
      defaults: { ownOf: () => undefined },
      shape: say("shape"),
      apply: say("apply"),
      sendWaiting: say("send"),
      media: ["audio", "image"],
      narrowed: null,
      narrow: say("narrow"),
    } as never,
    act: say("act") as never,
    takeBack: say("take back"),
    setting: null,
    isAtSettings: false,
    open: null,
    openSetting: say("open"),
    focusSetting: say("focus setting"),
    focusControl: say("focus control"),
    focusStrength: say("focus strength"),
    focusTargets: say("focus targets"),
    selectable: 2,
    selectAll: say("select all"),
    find: say("find"),
    way: "replace",
    tryCandidates: say("try candidates"),
    begins: {},
    setBegins: say("begin"),
    exceptions: [],
    openSheet: say("open sheet"),
    togglePads: say("pads"),
    learnt: [],
    drafted: 0,
    endedDraft: 0,
    toDraft: say("to draft"),
    bringDraftBack: say("bring draft back"),
    kept: say("kept"),
    focusLanes: say("lanes"),
    bringUp: say("bring up"),
    stages: [],
    findAt: say("find at"),
    ...given,
  };
}

function library(given: Partial<LibraryHere> = {}, done: Done = []): LibraryHere {
  const say =
    (what: string) =>
    (...all: unknown[]) =>
      void done.push([what, ...all]);
  const card = "card" in given ? given.card : aHead();
  return {
    begins: {},
    setBegins: say("begin"),
    role: "curator",
    order: [],
    replica: noReplica,
    shelf,
    card,
    selected: card ? [card] : [],
    chosenCards: given.selected ?? (card ? [card] : []),
    placeIds: [],
    tag: undefined,
    list: undefined,
    folder: undefined,
    search: undefined,
    wordsOf: (cards) => cards.map(() => []),
    typed: "",
    open: say("open"),
    act: say("act") as never,
    takeBack: say("take back"),
    filter: say("filter"),
    toBench: say("to bench"),
    toDesk: say("to desk"),
    toOffers: say("to offers"),
    toHistory: say("to history"),
    isTrying: false,
    isWithout: false,
    setTrying: say("try"),
    setWithout: say("without"),
    selectable: 2,
    selectAll: say("select all"),
    chooseFiles: say("choose"),
    ...given,
  };
}

const sound: SoundHere = {
  playing: false,
  side: "after",
  inMix: false,
  chart: "curves",
  range: { start: 1000, end: 2000 },
  frames: 4000,
  sampleRate: 1000,
  position: () => null,
  toggle: () => undefined,
  setSide: () => undefined,
  setInMix: () => undefined,
  setChart: () => undefined,
  setRange: () => undefined,
  zoom: () => undefined,
};
const picture: PictureHere = {
  whole: null,
  scopes: false,
  isFull: false,
  toggleFull: () => undefined,
  setWhole: () => undefined,
  setScopes: () => undefined,
  moveEdge: () => undefined,
};
const apply: ApplyHere = {
  puts: "the card",
  found: 1,
  drafted: 0,
  picked: 1,
  ways: wayIds,
  gather: () => undefined,
  fitting: 1,
  terms: 1,
  completion: "in:",
  earlier: 1,
  strength: 100,
  put: () => undefined,
  isNarrow: false,
  setNarrow: () => undefined,
  aliasesAct: false,
  setAliasesAct: () => undefined,
  isComparing: false,
  way: "replace",
  kind: "clip",
  settingAt: null,
  setWay: () => undefined,
  grouping: null,
  setGrouping: () => undefined,
  putRandom: () => undefined,
  chosenCard: null,
  chosenEffect: null,
  shelf,
  markFirst: () => undefined,
  act: (() => undefined) as never,
  nextReference: null,
  lookLike: () => undefined,
  dropTerm: () => undefined,
  complete: () => undefined,
  recallEarlier: () => undefined,
  audition: () => undefined,
  setStrength: () => undefined,
  leave: () => undefined,
};
const draft: DraftHere = {
  puts: "the draft",
  found: 3,
  way: "replace",
  ways: wayIds,
  settingAt: 0,
  count: 3,
  at: 1,
  isOn: true,
  isMixed: true,
  put: () => undefined,
  putApart: () => undefined,
  shift: () => undefined,
  switchIt: () => undefined,
  double: () => undefined,
  remove: () => undefined,
  empty: () => undefined,
  keep: () => undefined,
  keepSet: () => undefined,
  leave: () => undefined,
};
const sheet: SheetHere = {
  columns: 8,
  pair: null,
  picked: 1,
  rows: 4,
  blind: false,
  isTried: false,
  isMixed: true,
  inMix: false,
  name: "“Fog, opened”",
  losers: 7,
  pick: () => undefined,
  pickForAll: () => undefined,
  cover: () => undefined,
  leaveOut: () => undefined,
  setTried: () => undefined,
  setInMix: () => undefined,
  keep: () => undefined,
  leave: () => undefined,
};
const candidates: CandidatesHere = {
  count: 12,
  name: "Wind off",
  way: "replace",
  step: () => undefined,
  nth: () => undefined,
  draw: () => undefined,
  keep: () => undefined,
  leave: () => undefined,
};
const lanes = (given: Partial<LanesHere> = {}, done: Done = []): LanesHere => {
  const say =
    (what: string) =>
    (...all: unknown[]) =>
      void done.push([what, ...all]);
  return {
    label: "top",
    lanes: 6,
    keyframes: 3,
    isHere: true,
    meant: 1,
    copied: 2,
    choose: say("choose"),
    go: say("go"),
    toKeyframe: say("to keyframe"),
    set: say("set"),
    step: say("step"),
    move: say("move"),
    remove: say("remove"),
    ease: say("ease"),
    pick: say("pick"),
    pickAll: say("pick all"),
    copy: say("copy"),
    paste: say("paste"),
    reverse: say("reverse"),
    scale: say("scale"),
    leave: say("leave"),
    ...given,
  };
};
const desk: DeskHere = {
  card: aHead(),
  open: [
    { folder: aFolder({ id: "w" }), path: "Weather", letter: "w" },
    { folder: aFolder({ id: "b", name: "Boats" }), path: "Boats", letter: "b" },
  ],
  suggested: aFolder(),
  file: () => undefined,
  alsoFile: () => undefined,
  at: 1,
  left: 3,
  step: () => undefined,
  takeBack: () => undefined,
  leave: () => undefined,
};
const session: SessionHere = {
  session: bench().session,
  sessions: [bench().session],
  role: "editor",
  selected: [],
  go: () => undefined,
  chooseFiles: () => undefined,
  chooseTimeline: () => undefined,
  missing: 2,
  findMissing: () => undefined,
  saveTimeline: () => undefined,
};
const team: TeamHere = {
  role: "owner",
  selfId: "user-1",
  libraryName: "Tidal year",
  chosen: { id: "m", version: 1, userId: "user-2", name: "stills", role: "editor", removed: false },
  takeBack: () => undefined,
};
const video = (given: Partial<VideoHere> = {}): VideoHere => ({
  whole: null,
  scopes: false,
  isFull: false,
  toggleFull: () => undefined,
  playing: false,
  frame: 40,
  frames: 100,
  second: 25,
  sampleRate: 25,
  range: { start: 10, end: 60 },
  setWhole: () => undefined,
  setScopes: () => undefined,
  moveEdge: () => undefined,
  toggle: () => undefined,
  goTo: () => undefined,
  setRange: () => undefined,
  position: () => null,
  ...given,
});
const frame = {
  go: () => undefined,
  openAccount: () => undefined,
  goToPart: () => undefined,
  openMenu: () => undefined,
  openAll: () => undefined,
};

const facts = <Here>(place: ActionPlace<Here>, here: Here) =>
  actionsOf(place, here).map((a) => standingOf(a, here, groupsOf(place, here).get(a.id)));
/** Without what comes and goes with what is there, such as the keys of cards. */
const lasting = <Here>(place: ActionPlace<Here>, here: Here) =>
  facts({ ...place, actions: place.actions.filter((one) => !("each" in one)) }, here);
const offered = <Here>(place: ActionPlace<Here>, here: Here) =>
  facts(place, here)
    .filter((f) => f.offered)
    .map((f) => f.id);
const action = <Here>(place: ActionPlace<Here>, here: Here, id: string): Action<Here> =>
  actionsOf(place, here).find((a) => a.id === id)!;
const scope = <Here>(id: string, place: ActionPlace<Here>, here: Here, modal = false): ActionScope => ({
  id,
  title: place.title,
  modal,
  offers: facts(place, here).map((f) => ({ ...f, run: () => undefined }) satisfies Offer),
});

const on = aTarget({ chain: aGainChain(1, 2, 3), cardId: "card-1", cardVersion: 1 });
const busy = bench({ lead: on, card: aHead({ contentVersion: 2 }), setting: 1 });
const offersHere: OffersHere = {
  offer: aProposal({ byId: "user-1" }),
  role: "curator",
  memberId: "user-1",
  act: () => Promise.resolve(null),
  takeBack: () => undefined,
  leave: () => undefined,
};
const places: [string, ReturnType<typeof facts>][] = [
  ["bench", lasting(benchPlace, busy)],
  ["chain", lasting(chainPlace, busy)],
  ["session", lasting(sessionPlace, session)],
  ["sound", lasting(soundPlace, sound)],
  ["picture", lasting(picturePlace, picture)],
  ["video", lasting(videoPlace, video())],
  ["library", lasting(libraryPlace, library({ folder: aFolder() }))],
  [
    "history",
    lasting(historyPlace, {
      entry: undefined,
      takeBackChange: () => undefined,
      find: () => undefined,
      isNarrowed: false,
      ofAll: () => undefined,
    }),
  ],
  ["team", lasting(teamPlace, team)],
  ["desk", lasting(deskPlace, { ...desk, open: [] })],
  ["upkeep", lasting(upkeepPlace, { ...library(), remedies: [], turn: () => undefined })],
  ["offers", lasting(offersPlace, offersHere)],
  ["apply", lasting(applyPlace, apply)],
  ["candidates", lasting(candidatesPlace, candidates)],
  ["lanes", lasting(lanesPlace, lanes())],
  ["draft", lasting(draftPlace, draft)],
  ["sheet", lasting(sheetPlace, sheet)],
  ["frame", lasting(framePlace, frame)],
];

describe("all actions", () => {
  it.each(places)("of %s have an id, words that begin large, and one room each", (_name, all) => {
    expect(new Set(all.map((a) => a.id)).size).toBe(all.length);
    for (const { id, words, offered } of all) {
      expect(id).toMatch(/^[a-z]+\.[a-z-]+$/);
      if (offered) expect(words).toMatch(/^\p{Lu}/u);
    }
  });
  it.each([
    ["sound", facts(soundPlace, sound)],
    ["picture", facts(picturePlace, picture)],
  ])("that are there together on a bench with a %s have keys of their own", (_name, viewer) => {
    const together = [
      ...places.filter(([n]) => ["bench", "chain", "session", "frame"].includes(n)).flatMap(([, f]) => f),
      ...viewer,
    ];
    const keys = together.filter((f) => f.offered).flatMap((f) => f.keys);
    expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
  });
  it.each([
    "library",
    "upkeep",
    "offers",
    "history",
    "team",
    "desk",
    "candidates",
    "lanes",
    "draft",
    "sheet",
  ])("of %s have keys of their own, and none of what is there everywhere", (name) => {
    const all = places.filter(([n]) => [name, "frame"].includes(n)).flatMap(([, f]) => f);
    const keys = all.filter((f) => f.offered).flatMap((f) => f.keys);
    expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
  });
  it("of the bench have the keys that cards may not have", () => {
    const used = ["bench", "chain", "session", "sound", "picture", "video", "frame"]
      .flatMap((name) => places.find(([n]) => n === name)![1])
      .flatMap((f) => f.keys)
      .filter((key) => [...key].length === 1);
    expect([...new Set(used)].sort()).toEqual([...reservedKeys].sort());
  });
});

describe("on the bench", () => {
  it("an effect begins with the values of the setting in hand, until it does so already", () => {
    const done: Done = [];
    const chain = aGainChain(3);
    const at = (setting: number | null, own?: Chain["settings"][number]): BenchHere => {
      const here = bench({ lead: aTarget({ chain }), setting }, done);
      return { ...here, bench: { ...here.bench, defaults: { ownOf: () => own } } as never };
    };
    const begin = (here: BenchHere) => action(chainPlace, here, "chain.begin-so");
    expect(begin(at(null)).offered?.(at(null))).toBe(false);
    expect(standingOf(begin(at(0)), at(0)).words).toBe("Let Gain begin with these values");
    begin(at(0)).run?.(at(0));
    const [setting] = chain.settings;
    const already = at(0, { ...setting });
    expect(standingOf(begin(already), already).words).toBe("Let Gain begin as it comes");
    begin(already).run?.(already);
    expect(done).toEqual([
      ["act", "set-default", { chain, on: true }],
      ["act", "set-default", { chain, on: false }],
    ]);
  });

  it("one key selects what is named alike, and then the next such group; a digit opens a setting", () => {
    const targets = ["Gull 1", "Gull 2", "Ferry 1", "Ferry 2"].map((name) => aTarget({ id: name, name }));
    const done: Done = [];
    const from = (...selected: number[]) =>
      bench({ lead: targets[selected[0]], selected: selected.map((i) => targets[i]), targets }, done);
    const act = (keys: string, here: BenchHere) =>
      actionsOf(benchPlace, here)
        .find((one) => one.keys?.includes(keys) && (one.offered?.(here) ?? true))
        ?.run?.(here);
    act("=", from(1));
    act("=", from(1, 0));
    expect(done.splice(0)).toEqual([
      ["these", ["Gull 2", "Gull 1"]],
      ["these", ["Ferry 1", "Ferry 2"]],
    ]);
    const [setting] = aGainChain(3).settings;
    const chained = bench(
      { lead: aTarget({ chain: { medium: "audio", settings: [setting, setting] } }) },
      done,
    );
    act("2", chained);
    act("3", chained);
    // A key that is a card's puts that on, but not while the keys are among the settings.
    const scopes = (isAtSettings: boolean) => {
      const here = { ...chained, isAtSettings };
      return [scope("bench", benchPlace, here), scope("chain", chainPlace, here)];
    };
    expect(offerFor("1", scopes(true))?.words).toBe("Go to setting 1, Gain");
    expect(scopes(true)[0].offers.some(({ id }) => id.startsWith("chain.setting"))).toBe(false);
    expect(scopes(false)[1].offers.some(({ id }) => id.startsWith("chain.setting"))).toBe(false);
    expect(done).toEqual([
      ["open", 1],
      ["focus control", 1],
    ]);
  });

  it("a viewer looks, marks and finds, and changes nothing of the session", () => {
    const ids = offered(benchPlace, { ...busy, role: "viewer" });
    expect(ids).toContain("card.mark");
    expect(ids).toContain("bench.find");
    for (const id of [
      "bench.render",
      "bench.mute",
      "bench.solo",
      "bench.route",
      "bench.rename",
      "bench.remove-targets",
    ])
      expect(ids).not.toContain(id);
  });
  it("what is about the card wants one", () => {
    const without = offered(benchPlace, bench());
    for (const id of ["card.mark", "card.key", "card.alias", "bench.versions", "bench.bring-up"]) {
      expect(without).not.toContain(id);
      expect(offered(benchPlace, busy)).toContain(id);
    }
  });
  it("a picture is not muted", () =>
    expect(
      offered(
        benchPlace,
        bench({ lead: aTarget({ kind: "photo", chain: { medium: "image", settings: [] } }) }),
      ),
    ).not.toContain("bench.mute"));
  it("is brought up only where the pin is behind", () =>
    expect(offered(benchPlace, { ...busy, card: aHead({ contentVersion: 1 }) })).not.toContain(
      "bench.bring-up",
    ));
  it("targets move as one past their neighbour, and not beyond the ends", () => {
    const targets = ["a", "b", "c", "d"].map((id) => aTarget({ id }));
    const done: Done = [];
    const here = (from: number, to: number) =>
      bench({ lead: targets[from], targets, selected: targets.slice(from, to) }, done);
    expect(offered(benchPlace, here(0, 2))).not.toContain("bench.move-up");
    expect(offered(benchPlace, here(2, 4))).not.toContain("bench.move-down");
    action(benchPlace, here(1, 3), "bench.move-up").run!(here(1, 3));
    action(benchPlace, here(1, 3), "bench.move-down").run!(here(1, 3));
    action(benchPlace, here(0, 2), "bench.move-down").run!(here(0, 2));
    expect(done.map(([, command, input]) => [command, (input as { before: string }).before])).toEqual([
      ["move-targets", "a"],
      ["move-targets", null],
      ["move-targets", "d"],
    ]);
  });
  it("within the chain the arrows move a setting instead", () => {
    expect(offered(benchPlace, { ...busy, targets: [aTarget({ id: "z" }), on] })).not.toContain(
      "bench.move-up",
    );
    expect(offered(chainPlace, busy)).toEqual(expect.arrayContaining(["chain.earlier", "chain.later"]));
    expect(offered(chainPlace, { ...busy, setting: 0 })).not.toContain("chain.earlier");
    expect(offered(chainPlace, { ...busy, setting: 2 })).not.toContain("chain.later");
    expect(offered(chainPlace, { ...busy, setting: null, open: 1 })).not.toContain("chain.earlier");
  });
  it("keys bound to cards are offered where the card is of the medium", () => {
    const cards = new Map([
      ["card-1", aHead()],
      ["card-2", aHead({ id: "card-2", medium: "image" })],
    ]);
    const keyBinding = new Map([
      ["1", { id: "1", version: 1, ownerId: "u", key: "2", medium: null, cardId: "card-1" }],
      ["2", { id: "2", version: 1, ownerId: "u", key: "1", medium: null, cardId: "card-2" }],
      ["3", { id: "3", version: 1, ownerId: "u", key: "3", medium: null, cardId: "gone" }],
    ]);
    const here = bench({ cards, replica: { ...noReplica, keyBinding } as never });
    expect(offered(benchPlace, here).filter((id) => id.startsWith("card.apply"))).toEqual([
      "card.apply card-1",
    ]);
  });
  it("what is listed goes through the media of a session and back to all of it", () => {
    const listed = (narrowed: string | null, media = ["audio", "image"]) => {
      const done: Done = [];
      const here = bench({
        bench: { media, narrowed, narrow: (to: string | null) => done.push(["narrow", to]) } as never,
      });
      const action = standingOf(narrow, here);
      if (action.offered) (narrow as { run(here: BenchHere): void }).run(here);
      return [action.words, ...done.flat()];
    };
    expect(listed(null)).toEqual(["List sound alone", "narrow", "audio"]);
    expect(listed("audio")).toEqual(["List pictures alone", "narrow", "image"]);
    expect(listed("image")).toEqual(["List all of the session", "narrow", null]);
    expect(listed(null, ["image"]).length).toBe(1);
  });

  it("mutes all that is selected by what the lead says", () => {
    const done: Done = [];
    const here = bench(
      { lead: aTarget({ muted: true }), selected: [aTarget({ id: "a" }), aTarget({ id: "b" })] },
      done,
    );
    action(benchPlace, here, "bench.mute").run!(here);
    expect(done).toEqual([
      ["act", "edit-target", { sessionId: "session-1", targetIds: ["a", "b"], muted: false }],
    ]);
  });
});

describe("in the chain", () => {
  const shaped = (id: string, given: Partial<BenchHere>) => {
    const done: Done = [];
    const here = bench({ lead: on, ...given }, done);
    action(chainPlace, here, id).run!(here);
    const shape = done.find(([what]) => what === "shape")?.[1] as BenchHere["lead"] extends infer _
      ? { settings: { on: boolean; values: { gain: number } }[] }
      : never;
    return { gains: shape.settings.map((s) => s.values.gain), on: shape.settings.map((s) => s.on), done };
  };
  it.each([
    ["chain.earlier", 1, [2, 1, 3], 0],
    ["chain.later", 1, [1, 3, 2], 2],
    ["chain.duplicate", 1, [1, 2, 2, 3], 2],
    ["chain.remove", 1, [1, 3], 1],
    ["chain.remove", 2, [1, 2], 1],
  ])("%s on setting %i leaves %j and goes to %i", (id, setting, gains, focus) => {
    const { gains: left, done } = shaped(id, { setting });
    expect(left).toEqual(gains);
    expect(done).toContainEqual(["focus setting", focus]);
  });
  it("a setting that moves takes its being open along", () =>
    expect(shaped("chain.later", { setting: 0, open: 0 }).done).toContainEqual(["open", 1]));
  it("the one that is pointed at comes before the one that is open", () => {
    expect(shaped("chain.switch", { setting: 0, open: 2 }).on).toEqual([false, true, true]);
    expect(shaped("chain.switch", { open: 2 }).on).toEqual([true, true, false]);
  });
  it("nothing is offered of a setting that is not there", () => {
    expect(offered(chainPlace, bench({ lead: on, open: 3 }))).not.toContain("chain.remove");
    expect(offered(chainPlace, bench())).toEqual(["chain.add"]);
    expect(offered(chainPlace, bench({ lead: null }))).toEqual([]);
  });
  it("everything can be taken off", () => expect(shaped("chain.clear", {}).gains).toEqual([]));
});

describe("of what is heard", () => {
  const range = (id: string, given: Partial<SoundHere> = {}) => {
    let set = sound.range;
    const here = { ...sound, ...given, setRange: (next: typeof set) => (set = next) };
    action(soundPlace, here, id).run!(here);
    return [set.start, set.end];
  };
  it.each([
    ["sound.range-earlier", [500, 1500]],
    ["sound.range-later", [1500, 2500]],
    ["sound.range-shorter", [1000, 1500]],
    ["sound.range-longer", [1000, 2500]],
  ])("%s", (id, expected) => expect(range(id)).toEqual(expected));
  it.each([
    ["sound.range-earlier", { range: { start: 100, end: 1100 } }, [0, 1000]],
    ["sound.range-later", { range: { start: 2900, end: 3900 } }, [3000, 4000]],
    ["sound.range-shorter", { range: { start: 0, end: 600 } }, [0, 500]],
    ["sound.range-longer", { range: { start: 3000, end: 3900 } }, [3000, 4000]],
  ])("%s keeps within the material", (id, given, expected) => expect(range(id, given)).toEqual(expected));
  it("charts come one after the other", () => {
    const seen: string[] = [];
    let chart: SoundHere["chart"] = "curves";
    for (let i = 0; i < 3; i++) {
      const here = { ...sound, chart, setChart: (next: SoundHere["chart"]) => (chart = next) };
      action(soundPlace, here, "sound.chart").run!(here);
      seen.push(chart);
    }
    expect(seen).toEqual(["spectrum", "loudness", "curves"]);
  });
  it("a timeline is not enlarged", () =>
    expect(offered(soundPlace, { ...sound, zoom: undefined })).not.toContain("sound.closer"));
});

describe("searches in the library", () => {
  const kept = (ownerId: string | null) => ({
    id: "s",
    version: 2,
    ownerId,
    name: "Fog",
    query: "fog",
    sort: "name" as const,
    placed: [],
    position: "a0",
    removed: false,
  });
  const shown = (ownerId: string | null) => ({ ...kept(ownerId), kept: kept(ownerId) });
  const ids = (given: Partial<LibraryHere>) =>
    offered(libraryPlace, library(given)).filter((id) => id.startsWith("search."));
  const all = ["search.keep", "search.change", "search.alias", "search.key", "search.remove"];

  it("have an order by hand, which whoever may change them makes by keys", () => {
    const cards = ["a", "b", "c"].map((id) => aHead({ id }));
    const done: Done = [];
    const here = (more: Partial<LibraryHere>) =>
      library(
        {
          search: shown("u"),
          order: ["a", "b", "c"],
          selected: [cards[1]],
          act: ((...of: unknown[]) => done.push(of)) as never,
          ...more,
        },
        done,
      );
    const moves = (more: Partial<LibraryHere> = {}) =>
      offered(libraryPlace, here(more)).filter((id) => id === "search.higher" || id === "search.lower");
    expect(moves()).toEqual(["search.higher", "search.lower"]);
    expect(moves({ selected: [cards[0]] })).toEqual(["search.lower"]);
    // Not among what a filter leaves, nor where the table is in another order.
    expect(moves({ typed: "fog" })).toEqual([]);
    expect(moves({ order: [] })).toEqual([]);
    expect(moves({ search: shown(null), role: "viewer" })).toEqual([]);
    action(libraryPlace, here({}), "search.higher").run!(here({}));
    expect(done).toEqual([["keep-search", expect.objectContaining({ placed: ["b"] })]]);
  });
  it("can be changed by whom they belong to, and the team's by those who keep things for it", () => {
    expect(ids({ search: shown("u") })).toEqual(all);
    expect(ids({ search: shown("u"), role: "viewer" })).toEqual(all);
    expect(ids({ search: shown(null) })).toEqual(all);
    expect(ids({ search: shown(null), role: "viewer" })).toEqual([
      "search.keep",
      "search.alias",
      "search.key",
    ]);
    // A ready-made one belongs to nobody.
    const { kept: _, ...readyMade } = shown(null);
    expect(ids({ search: readyMade })).toEqual(["search.keep"]);
    expect(ids({})).toEqual(["search.keep"]);
  });
  it("say what is kept: what the cards are filtered by", () =>
    expect(
      standingOf(action(libraryPlace, library(), "search.keep"), library({ typed: " fog " })).words,
    ).toBe("Keep the search “fog”"));
  it("keep what is shown, the place that is open among it", () => {
    const rows = (name: string, id: string, parentId: string | null) => ({ id, name, parentId });
    const replica = {
      ...library().replica,
      folder: new Map([
        ["a", rows("Rooms", "a", null)],
        ["b", rows("Small ones", "b", "a")],
      ]),
    } as unknown as LibraryHere["replica"];
    const query = (more: Partial<LibraryHere>) =>
      shownQuery({ ...library({ typed: " fog ", ...more }), replica });
    const folder = replica.folder.get("b");
    expect(query({ folder })).toBe('in:"Rooms/Small ones" fog');
    expect(query({ folder, typed: "fog OR tarn" })).toBe('in:"Rooms/Small ones" (fog OR tarn)');
    expect(query({ tag: { name: "night" } as LibraryHere["tag"] })).toBe('tag:"night" fog');
    expect(query({ list: { name: 'Best of "all"' } as LibraryHere["list"] })).toBe('list:"Best of all" fog');
    expect(query({ search: { ...shown("u"), query: "a OR b" } })).toBe("(a OR b) fog");
    expect(query({})).toBe("fog");
    expect(query({ folder, typed: " " })).toBe("");
  });
  it("Enter puts a card on in the member's own way, Shift+Enter in the other", () => {
    const of = (way: ApplyHere["way"]) =>
      ["apply.put", way === "replace" ? "apply.put-after" : "apply.put-replace", "apply.way"].map(
        (id) => standingOf(action(applyPlace, { ...apply, way }, id), { ...apply, way }).short,
      );
    expect(of("replace")).toEqual(["put on", "add after", "Enter: add after"]);
    expect(of("after")).toEqual(["add after", "put on", "Enter: add before"]);
    // Each way has a key of its own, and what is the usual one lends its own to the first.
    const keysOf = (way: "replace" | "before") =>
      facts(applyPlace, { ...apply, way, settingAt: 1 })
        .filter(({ id }) => id.startsWith("apply.put"))
        .map(({ id, keys: [key] }) => `${id.slice(6)} ${key}`);
    expect(keysOf("replace")).toEqual([
      "put Enter",
      "put-after Shift+Enter",
      "put-before Alt+Enter",
      "put-at Ctrl+Enter",
      "put-missing Alt+Shift+Enter",
      "put-range Ctrl+Alt+Shift+Enter",
      "put-return Ctrl+Shift+Enter",
      "put-parallel Ctrl+Alt+Enter",
    ]);
    expect(keysOf("before").slice(0, 2)).toEqual(["put Enter", "put-replace Alt+Enter"]);
    // Where no setting was chosen there is no place before one.
    const isAt = (settingAt: number | null) =>
      offered(applyPlace, { ...apply, settingAt }).includes("apply.put-at");
    expect([isAt(null), isAt(0)]).toEqual([false, true]);
    // Nothing found yet says the same, in grey.
    expect(standingOf(action(applyPlace, apply, "apply.put"), { ...apply, found: 0 })).toMatchObject({
      short: "put on",
      offered: false,
    });
    const ids = (isComparing: boolean) => offered(applyPlace, { ...apply, isComparing });
    expect([ids(false), ids(true)].map((all) => all.includes("apply.group"))).toEqual([true, false]);
    const done: string[] = [];
    const here = { ...apply, way: "after" as const, put: (how: string) => void done.push(how) };
    for (const id of ["apply.put", "apply.put-replace", "apply.put-missing"])
      action(applyPlace, here, id).run!(here);
    expect(done).toEqual(["after", "replace", "missing"]);
  });
  it("are opened by their keys on the bench, unless they are gone", () => {
    const done: Done = [];
    const row = kept("u");
    const here = (search: object) =>
      bench(
        {
          replica: {
            ...noReplica,
            keyBinding: new Map([
              [
                "k",
                {
                  id: "k",
                  version: 1,
                  ownerId: "u",
                  key: "7",
                  medium: null,
                  cardId: null,
                  searchId: "s",
                  folderId: null,
                  routineId: null,
                },
              ],
            ]),
            savedSearch: new Map([["s", search]]) as never,
          },
        },
        done,
      );
    action(benchPlace, here(row), "search.open s").run!(here(row));
    expect(done).toEqual([["find", "s"]]);
    expect(offered(benchPlace, here({ ...row, removed: true }))).not.toContain("search.open s");
  });
});

describe("in the library", () => {
  it("a row that does not belong leaves its search by one word, or is asked about", () => {
    const kept = { id: "s", version: 3, ownerId: "user-1", name: "Wrens", query: "wren*", sort: "name" };
    const search = { id: "s", name: "Wrens", query: "wren*", sort: "name" as const, kept: kept as never };
    const leaving = (words: readonly (readonly string[])[], given: Partial<LibraryHere> = {}) => {
      const done: Done = [];
      const cards = words.map((_, i) => aHead({ id: `c${i}`, name: `Card ${i}` }));
      const here = library({ search, card: cards[0], selected: cards, wordsOf: () => words, ...given }, done);
      const one = action(libraryPlace, here, "search.leave-out");
      const { offered: isOffered, refused, words: said } = standingOf(one, here);
      if (isOffered) one.run?.(here);
      return { isOffered, refused, said, done, asks: one.dialog !== undefined };
    };
    const input = { searchId: "s", name: "Wrens", sort: "name", seen: 3 };
    expect(leaving([["wrench"]]).done).toEqual([
      ["act", "keep-search", { ...input, query: "wren* -wrench" }],
    ]);
    expect(leaving([["wrench"], ["wrens"], ["wrench"]])).toMatchObject({
      said: "Leave 3 cards out of “Wrens”: -wrench -wrens",
      done: [["act", "keep-search", { ...input, query: "wren* -wrench -wrens" }]],
    });
    expect(leaving([["wrench", "wrens"]])).toMatchObject({ isOffered: true, asks: true, done: [] });
    expect(leaving([[]]).refused).toMatch(/change the search/);
    expect(leaving(Array.from({ length: 21 }, () => ["x"])).refused).toMatch(/At most 20/);
    const teams = { ...search, kept: { ...kept, ownerId: null } as never };
    expect(leaving([["wrench"]], { search: teams }).done[0][1]).toBe("keep-team-search");
    expect(leaving([["wrench"]], { search: teams, role: "viewer" }).isOffered).toBe(false);
    expect(leaving([["wrench"]], { search: { ...search, kept: undefined } }).isOffered).toBe(false);
  });

  it("one key puts what is chosen on the first list of one's own, and takes it off where all of it is there", () => {
    const replica = emptyReplica();
    const cards = [aHead({ id: "a" }), aHead({ id: "b" })];
    const here = (placed: readonly string[], done: Done = []) => {
      const lists = [
        aList({ id: "team's", ownerId: null, position: "a0" }),
        aList({ id: "second", position: "a2" }),
        aList({ id: "first", name: "Now", position: "a1" }),
      ];
      const favourite = placed.map((cardId, i) => ({
        id: `f${i}`,
        version: 1,
        ownerId: "user-1",
        listId: "first",
        cardId,
        position: `a${i}`,
      }));
      const known = {
        ...replica,
        favouritesList: new Map(lists.map((list) => [list.id, list])),
        favourite: new Map(favourite.map((one) => [one.id, one])),
        card: new Map(cards.map((card) => [card.id, card])),
      };
      return library({ card: cards[0], selected: cards, shelf: new Shelf(known) }, done);
    };
    const press = (placed: readonly string[]) => {
      const done: Done = [];
      action(libraryPlace, here(placed, done), "card.mark-first").run!(here(placed, done));
      return done;
    };
    expect(press(["a"])).toEqual([["act", "mark-cards", { listId: "first", cardIds: ["a", "b"], on: true }]]);
    expect(press(["a", "b"])).toEqual([
      ["act", "mark-cards", { listId: "first", cardIds: ["a", "b"], on: false }],
    ]);
    const without = library({ shelf: new Shelf(replica) });
    expect(standingOf(action(libraryPlace, without, "card.mark-first"), without).refused).toMatch(
      /no favourites list/,
    );
  });
  it("a menu is parted into groups that one takes in at a glance, with what is done most first", () => {
    const card = aHead({ layer: "team", folderId: "f" });
    const here = library({ card, selected: [card] });
    const menus = {
      card: offersOn("card", [scope("library", libraryPlace, here)]),
      target: offersOn("target", [scope("bench", benchPlace, busy), scope("chain", chainPlace, busy)]),
      session: offersOn("session", [scope("session", sessionPlace, session)]),
    };
    for (const [menu, offers] of Object.entries(menus)) {
      const groups = offers
        .filter(({ group }, i) => group !== offers[i - 1]?.group)
        .map(({ group }) => group);
      // A group stands together.
      expect(new Set(groups).size, menu).toBe(groups.length);
      for (const group of groups)
        expect(offers.filter((offer) => offer.group === group).length, group).toBeLessThanOrEqual(8);
    }
    expect(menus.card.length).toBeGreaterThan(15);
    expect(menus.card.slice(0, 3).map(({ id }) => id)).toEqual([
      "library.try",
      "library.to-bench",
      "card.mark",
    ]);
  });
  it("supplied cards are not changed, only marked", () => {
    const ids = offered(libraryPlace, library({ card: aHead({ layer: "supplied" }) }));
    expect(ids).toContain("card.mark");
    for (const id of ["library.rename", "library.file", "library.withdraw"]) expect(ids).not.toContain(id);
  });
  it("whoever presses a key that changes what stays as it is is told why", () => {
    const supplied = aHead({ id: "s", layer: "supplied", name: "Fog" });
    const own = aHead({ id: "p", layer: "private", name: "Mine" });
    const said = (id: string, given: Partial<LibraryHere>) => {
      const here = library({ card: given.selected?.[0], ...given });
      return standingOf(action(libraryPlace, here, id), here).refused;
    };
    for (const id of ["rename", "file", "withdraw", "note", "maker", "made-for"])
      expect(said(`library.${id}`, { selected: [supplied] }), id).toMatch(/“Fog” is a supplied card/);
    expect(said("library.rename", { selected: [supplied, aHead()] })).toMatch(/among those chosen: 1/);
    for (const id of ["file", "tag", "also-file"])
      expect(said(`library.${id}`, { selected: [own] }), id).toMatch(/“Mine” is yours alone/);
    for (const id of ["rename", "file", "tag", "copy"])
      expect(said(`library.${id}`, { selected: [aHead()], role: "viewer" }), id).toMatch(/Your role, viewer/);
    expect(said("library.rename", { selected: [aHead()] })).toBeNull();
  });
  it("hiding the folder one stands in leads to what it lies in", async () => {
    for (const [folder, tag, place] of [
      [aFolder({ id: "f", parentId: "above" }), undefined, { kind: "folder", id: "above" }],
      [aFolder({ id: "f", parentId: null }), undefined, { kind: "all" }],
      [undefined, aTag({ id: "t", parentId: "above" }), { kind: "tag", id: "above" }],
    ] as const) {
      const done: Done = [];
      const here = library({ folder, tag, card: undefined, selected: [] }, done);
      await action(libraryPlace, here, "library.hide-branch").run!({
        ...here,
        act: async () => ({}) as never,
      });
      expect(done).toEqual([["open", place]]);
      // It stays open where it is shown again, or was not hidden.
      const refused: Done = [];
      const there = library({ folder, tag, card: undefined, selected: [] }, refused);
      await action(libraryPlace, there, "library.hide-branch").run!({ ...there, act: async () => null });
      expect(refused).toEqual([]);
    }
  });
  it("several are filed, withdrawn and renamed together", () => {
    const done: Done = [];
    const here = library({ selected: [aHead(), aHead({ id: "card-2" })] }, done);
    expect(standingOf(action(libraryPlace, here, "library.rename"), here).words).toBe("Rename 2 cards");
    action(libraryPlace, here, "library.withdraw").run!(here);
    expect(done).toEqual([["act", "withdraw-cards", { cardIds: ["card-1", "card-2"], withdrawn: true }]]);
    expect(standingOf(action(libraryPlace, here, "library.file"), here).words).toBe(
      "File 2 cards in a folder",
    );
  });
  it("private ones are put in no order of the team's, offered one at a time, and changed as their member likes", () => {
    const own = aHead({ layer: "private", ownerId: "user-1" });
    const one = offered(libraryPlace, library({ card: own, selected: [own] }));
    const asOne = ["library.offer", "library.rename", "library.withdraw", "library.note", "card.mark"];
    expect(one).toEqual(expect.arrayContaining(asOne));
    for (const id of ["library.file", "library.also-file", "library.tag", "library.join-variants"])
      expect(one).not.toContain(id);
    const mixed = offered(libraryPlace, library({ card: own, selected: [own, aHead({ id: "card-2" })] }));
    for (const id of ["library.offer", "library.file", "library.tag", "library.copy-marks"])
      expect(mixed).not.toContain(id);
    expect(offered(libraryPlace, library())).not.toContain("library.offer");
  });
  it("marks are copied from the one that was chosen last onto the others", () => {
    expect(offered(libraryPlace, library())).not.toContain("library.copy-marks");
    const two = library({ selected: [aHead(), aHead({ id: "card-2" })] });
    expect(offered(libraryPlace, two)).toContain("library.copy-marks");
    expect(offered(libraryPlace, { ...two, role: "viewer" })).not.toContain("library.copy-marks");
  });
  it("only curators make and move folders; whoever has things of their own gives them aliases and keys", () => {
    const folder = aFolder();
    const of = (given: Parameters<typeof library>[0]) =>
      offered(libraryPlace, library(given)).filter((id) => id.startsWith("folder."));
    expect(of({ folder, role: "editor" })).toEqual(["folder.alias", "folder.key"]);
    expect(of({})).toEqual(["folder.new"]);
    expect(of({ folder })).toHaveLength(7);
  });
  it("tags are made by who keeps cards, and changed by curators", () => {
    const tag = aTag();
    const of = (given: Parameters<typeof library>[0]) =>
      offered(libraryPlace, library(given)).filter((id) => id.startsWith("tag.") || id === "library.tag");
    expect(of({ tag, role: "viewer" })).toEqual([]);
    expect(of({ tag, role: "editor" })).toEqual(["library.tag", "tag.new"]);
    expect(of({ tag })).toEqual([
      "library.tag",
      "tag.new",
      "tag.rename",
      "tag.move",
      "tag.merge",
      "tag.remove",
    ]);
  });
  it("a list of one's own is changed by its owner, the team's by who keeps cards", () => {
    const of = (given: Parameters<typeof library>[0]) =>
      offered(libraryPlace, library({ placeIds: ["card-1"], ...given })).filter((id) =>
        id.startsWith("list."),
      );
    expect(of({ list: aList(), role: "viewer" })).toEqual([
      "list.new",
      "list.change",
      "list.empty",
      "list.remove",
    ]);
    expect(of({ list: aList({ ownerId: null }), role: "viewer" })).toEqual(["list.new"]);
    expect(of({ list: aList({ ownerId: null }), role: "editor" })).toHaveLength(4);
  });
  it("a card of a list and a folder among its siblings move by one place, and not past the ends", () => {
    const done: Done = [];
    const run = (id: string, here: LibraryHere) => action(libraryPlace, here, id).run!(here);
    const here = (at: number) =>
      library({ list: aList(), order: ["a", "b", "c"], card: aHead({ id: "abc"[at] }) }, done);
    run("list.higher", here(1));
    run("list.lower", here(0));
    run("list.lower", here(1));
    expect(done.map(([, , input]) => (input as { beforeId: string | null }).beforeId)).toEqual([
      "a",
      "c",
      null,
    ]);
    const isOffered = (id: string, of: LibraryHere) => offered(libraryPlace, of).includes(id);
    expect([isOffered("list.higher", here(0)), isOffered("list.lower", here(2))]).toEqual([false, false]);
    const folders = ["a", "b", "c"].map((id, i) => aFolder({ id, position: `a${i}` }));
    const replica = { ...noReplica, folder: new Map(folders.map((one) => [one.id, one])) };
    const moved: Done = [];
    run("branch.down", library({ replica, folder: folders[0] }, moved));
    run("branch.up", library({ replica, folder: folders[1] }, moved));
    expect(moved.map(([, , input]) => (input as { beforeId: string | null }).beforeId)).toEqual(["c", "a"]);
    expect(isOffered("branch.up", library({ replica, folder: folders[0] }))).toBe(false);
    expect(isOffered("branch.down", library({ replica, folder: folders[2] }))).toBe(false);
  });
  it("variants are joined where there are several of one medium, and parted where there are any", () => {
    const [a, b] = [aHead({ id: "a" }), aHead({ id: "b" })];
    const [x, y] = [a, b].map((one) => ({ ...one, groupId: "g" }));
    const of = (...selected: CardHead[]) =>
      offered(libraryPlace, library({ selected })).filter((id) => id.includes("variants"));
    expect(of(a)).toEqual([]);
    expect(of(a, b)).toEqual(["library.join-variants"]);
    expect(of(x, y)).toEqual(["library.part-variants"]);
    expect(of(x, b)).toEqual(["library.join-variants", "library.part-variants"]);
    expect(of(a, aHead({ id: "c", medium: "image" }))).toEqual([]);
    expect(of(a, aHead({ id: "s", layer: "supplied" }))).toEqual([]);
  });
});

describe("of the filing desk", () => {
  it("a letter files the card where it lies open, with Shift also there; neither without a card", () => {
    const done: Done = [];
    const here = {
      ...desk,
      file: (id: string) => done.push(["file", id]),
      alsoFile: (id: string) => done.push(["also", id]),
    };
    for (const one of actionsOf(deskPlace, here).filter(({ keys = [] }) => /^(Shift\+)?[wb]$/.test(keys[0])))
      one.run!(here);
    expect(done).toEqual([
      ["file", "w"],
      ["file", "b"],
      ["also", "w"],
      ["also", "b"],
    ]);
    const of = (given: Partial<DeskHere>) => offered(deskPlace, { ...desk, ...given });
    expect(of({ card: undefined }).filter((id) => id.startsWith("desk."))).toEqual([
      "desk.previous",
      "desk.folders",
      "desk.leave",
    ]);
    expect(of({ at: 0, suggested: undefined })).not.toContain("desk.suggested");
    expect(of({ at: 0 })).not.toContain("desk.previous");
  });
});

describe("of a clip", () => {
  const rangeAfter = (id: string, given: Partial<VideoHere> = {}) => {
    let range = null as VideoHere["range"] | null;
    action(videoPlace, video(), id).run!(video({ ...given, setRange: (next) => (range = next) }));
    return range;
  };
  it("a range begins and ends at the frame that is shown, which is in it", () => {
    expect(rangeAfter("video.range-begins")).toEqual({ start: 40, end: 60 });
    expect(rangeAfter("video.range-ends")).toEqual({ start: 10, end: 41 });
    // Behind its end it begins anew; before its begin it ends from the clip's start.
    expect(rangeAfter("video.range-begins", { frame: 70 })).toEqual({ start: 70, end: 100 });
    expect(rangeAfter("video.range-ends", { frame: 5 })).toEqual({ start: 0, end: 6 });
    expect(rangeAfter("video.range-whole")).toEqual({ start: 0, end: 100 });
  });
  it("a second around what plays is marked, within the clip", () => {
    const playing = { playing: true, sampleRate: 25 };
    expect(rangeAfter("sound.mark-here", { ...playing, position: () => 1 })).toEqual({ start: 22, end: 47 });
    expect(
      rangeAfter("sound.mark-here", { ...playing, range: { start: 0, end: 9 }, position: () => 0 }),
    ).toEqual({ start: 0, end: 25 });
    expect(offered(videoPlace, video())).not.toContain("sound.mark-here");
  });
  it("what would change nothing is not offered", () => {
    const all = offered(videoPlace, video({ frame: 0, range: { start: 0, end: 100 } }));
    expect(all).not.toContain("video.range-whole");
    expect(all).not.toContain("video.range-begins");
    expect(all).toContain("video.range-ends");
    expect(offered(videoPlace, video({ frame: 99, range: { start: 0, end: 100 } }))).not.toContain(
      "video.range-ends",
    );
  });
});

describe("of sessions and the team", () => {
  it("sessions follow each other in a circle", () => {
    const three = ["a", "b", "c"].map((id) => ({ ...session.session!, id }));
    expect(another({ session: three[2], sessions: three }, 1)?.id).toBe("a");
    expect(another({ session: three[0], sessions: three }, -1)?.id).toBe("c");
    expect(another({ session: three[0], sessions: [three[0]] }, 1)).toBeUndefined();
  });
  it("without a session one can be begun, with a timeline or without, and nothing else", () =>
    expect(offered(sessionPlace, { ...session, session: null, sessions: [] })).toEqual([
      "session.new",
      "session.take-timeline",
    ]));
  it("one leaves, and removes others", () => {
    expect(offered(teamPlace, team)).toContain("team.remove");
    expect(offered(teamPlace, team)).not.toContain("team.leave");
    const self = { ...team, chosen: { ...team.chosen!, userId: "user-1" } };
    expect(offered(teamPlace, self)).toContain("team.leave");
    expect(offered(teamPlace, self)).not.toContain("team.remove");
    expect(offered(teamPlace, { ...team, role: "editor" })).not.toContain("team.remove");
  });
  it("a change that was taken back is not taken back again", () => {
    const entry = { takenBack: false, direction: "do" } as never;
    const here = (entry: never) => ({
      entry,
      takeBackChange: () => undefined,
      find: () => undefined,
      isNarrowed: false,
      ofAll: () => undefined,
    });
    expect(offered(historyPlace, here(entry))).toContain("history.take-back-change");
    for (const other of [
      { takenBack: true, direction: "do" },
      { takenBack: false, direction: "stamp" },
    ])
      expect(offered(historyPlace, here(other as never))).not.toContain("history.take-back-change");
  });
});

describe("scopes on top of each other", () => {
  const bottom = scope("bench", benchPlace, bench());
  const top = scope("apply", applyPlace, apply, true);
  it("what is modal keeps keys from what lies below", () => {
    expect(offerFor("/", [bottom])?.id).toBe("bench.find");
    expect(offerFor("/", [bottom, top])).toBeUndefined();
    expect(offerFor("Escape", [bottom, top])?.id).toBe("apply.leave");
    expect(stripOf([bottom, top]).map((o) => o.id)).toEqual(["apply.group", "apply.narrow", "apply.leave"]);
  });
  it("a key means what the uppermost says, and is shown once", () => {
    const chain = scope("chain", chainPlace, busy);
    const other: ActionScope = {
      ...chain,
      id: "x",
      offers: [{ ...chain.offers[0], id: "x.y", short: "over it" }],
    };
    expect(offerFor("a", [chain, other])?.id).toBe("x.y");
    expect(stripOf([chain, other]).filter((o) => o.keys[0] === "a")).toHaveLength(1);
  });
  it("a key that is refused up there says why, and does not mean another thing below", () => {
    const supplied = aHead({ layer: "supplied", name: "Fog" });
    const over = scope("library", libraryPlace, library({ card: supplied, selected: [supplied] }));
    const below: ActionScope = {
      ...bottom,
      offers: [{ ...bottom.offers[0], id: "x.y", keys: ["r"], offered: true, refused: null, opens: false }],
    };
    expect(meaningOf("r", [below, over])).toEqual({
      why: "“Fog” is a supplied card and stays as it is. Copy it to change the copy.",
    });
    expect(meaningOf("r", [below])).toMatchObject({ id: "x.y" });
    // About nothing that is here: the key means what lies below.
    const empty = scope("library", libraryPlace, library({ card: undefined, selected: [] }));
    expect(meaningOf("r", [below, empty])).toMatchObject({ id: "x.y" });
    // Nothing below either: what is typed next was meant for its dialog.
    expect(meaningOf("r", [empty])).toEqual({
      why: expect.stringMatching(/^(Not|That is not) possible here/) as string,
    });
    // Enter, Delete and the like belong to whatever has the focus.
    for (const keys of ["Enter", "Delete", "Ctrl+r"])
      expect(
        meaningOf(keys, [
          { ...below, offers: [{ ...below.offers[0], keys: [keys], offered: false, opens: true }] },
        ]),
        keys,
      ).toBeUndefined();
    // A key without a dialog takes nothing that is typed.
    expect(
      meaningOf("x", [{ ...below, offers: [{ ...below.offers[0], keys: ["x"], offered: false }] }]),
    ).toBe(undefined);
    expect(meaningOf("§", [below, over])).toBeUndefined();
    // A press that may mean several things is refused only where none of them can be done.
    expect(meaningAmong(["r", "ü"], [below, over])).toHaveProperty("why");
    const other: ActionScope = { ...below, id: "y", offers: [{ ...below.offers[0], keys: ["ü"] }] };
    expect(meaningAmong(["r", "ü"], [other, over])).toMatchObject({ id: "x.y" });
    expect(meaningAmong(["§", "r"], [over])).toHaveProperty("why");
    expect(meaningAmong(["§"], [over])).toBeUndefined();
  });
  it("what is not offered has no key, and is in no menu", () => {
    expect(offerFor("v", [bottom])).toBeUndefined();
    expect(offersOn("chain", [bottom]).map((o) => o.id)).not.toContain("bench.versions");
    expect(offersOn("chain", [scope("bench", benchPlace, busy)]).map((o) => o.id)).toContain(
      "bench.versions",
    );
  });
});

describe("what is offered to the team", () => {
  it("is taken in or declined by curators, and no longer offered by whoever did", () => {
    const ids = ["offers.accept", "offers.decline", "offers.drop"];
    const of = (given: Partial<OffersHere>) =>
      offered(offersPlace, { ...offersHere, ...given }).filter((id) => ids.includes(id));
    expect(of({})).toEqual(ids);
    expect(of({ role: "editor" })).toEqual(["offers.drop"]);
    expect(of({ memberId: "user-2" })).toEqual(["offers.accept", "offers.decline"]);
    expect(of({ offer: undefined })).toEqual([]);
  });
});

describe("Upkeep", () => {
  const done: string[] = [];
  const remedies: UpkeepHere["remedies"] = [
    {
      id: "merge",
      words: "Merge into “Fog”",
      wordsForAll: "Merge 3 into the fuller one of each",
      run: () => done.push("one"),
      runForAll: () => done.push("all"),
    },
    { id: "hide", words: "Hide it", wordsForAll: "", run: () => done.push("hide"), runForAll: () => 0 },
  ];
  const here: UpkeepHere = { ...library(), remedies, turn: (by) => done.push(`turn ${by}`) };
  it("offers each remedy by a digit, the usual one by Enter, and those for all where there are several", () => {
    const standing = ["upkeep.merge", "upkeep.hide", "upkeep.merge-all"].map((id) =>
      standingOf(action(upkeepPlace, here, id), here),
    );
    expect(standing.map(({ keys, words }) => [words, ...keys])).toEqual([
      ["Merge into “Fog”", "Enter", "1"],
      ["Hide it", "2"],
      ["Merge 3 into the fuller one of each", "Alt+1"],
    ]);
    expect(offered(upkeepPlace, here)).not.toContain("upkeep.hide-all");
    action(upkeepPlace, here, "upkeep.merge-all").run!(here);
    action(upkeepPlace, here, "upkeep.next").run!(here);
    expect(done).toEqual(["all", "turn 1"]);
  });
});

describe("the list of all actions", () => {
  const say = (keys: string) => printed(keys, "other");
  const all = listed([
    scope("frame", framePlace, frame),
    scope("bench", benchPlace, busy),
    scope("chain", chainPlace, busy),
  ]);
  it("has each once, what is uppermost first", () => {
    expect(all[0].place).toBe("Chain");
    expect(new Set(all.map((e) => e.id)).size).toBe(all.length);
  });
  it.each([
    ["keep", "chain.keep"],
    ["dup set", "chain.duplicate"],
    ["v", "bench.versions"],
    ["shift+del", "bench.remove-targets"],
    ["team", "frame.team"],
  ])("“%s” finds %s", (typed, id) => expect(matching(all, typed, say).map((e) => e.id)).toContain(id));
  it("every word has to fit, whatever its case", () => {
    expect(matching(all, "KEEP", say)).toHaveLength(1);
    expect(matching(all, "keep xyz", say)).toEqual([]);
    expect(matching(all, "  ", say)).toHaveLength(all.length);
  });
});

describe("of the draft chain", () => {
  it("say what they do with it, and offer returns only where sounds are mixed", () => {
    const words = (here: DraftHere) => facts(draftPlace, here).map((f) => f.words);
    expect(words(draft)).toContain("Put the draft on in place of the chain");
    expect(words(draft)).toContain("Put the draft on a return that is fed by what is selected");
    const picture = { ...draft, ways: waysFor("image"), isMixed: false };
    expect(offered(draftPlace, picture).filter((id) => /return|parallel|apart/.test(id))).toEqual([]);
  });
  it("move only where there is somewhere to go", () => {
    const moves = (at: number) =>
      offered(draftPlace, { ...draft, at }).filter((id) => /earlier|later/.test(id));
    expect([0, 1, 2].map(moves)).toEqual([
      ["draft.later"],
      ["draft.earlier", "draft.later"],
      ["draft.earlier"],
    ]);
  });
  it("on the bench lead to it where there is one, else bring the last one back by the same key", () => {
    const with_ = (given: Partial<BenchHere>) =>
      offered(benchPlace, bench(given)).filter((id) => id.endsWith("draft"));
    expect(with_({})).toEqual([]);
    expect(with_({ drafted: 2, endedDraft: 3 })).toEqual(["bench.draft"]);
    expect(with_({ endedDraft: 3 })).toEqual(["bench.last-draft"]);
  });
});

describe("of a series", () => {
  const series = [1, 1, 5].map((gain, i) =>
    aTarget({ id: `t${i}`, cardId: "card-1", chain: aGainChain(gain) }),
  );
  const here = (lead: number, given: Partial<BenchHere> = {}) =>
    bench({ lead: series[lead], targets: series, exceptions: ["t2"], ...given });
  const ids = (of: BenchHere) => offered(benchPlace, of).filter((id) => /exception|others/.test(id));
  it("lead to its exceptions, and carry over what is on one of them", () => {
    expect(ids(here(0))).toEqual(["bench.next-exception"]);
    // At the only exception there is none to go to.
    expect(ids(here(2))).toEqual(["bench.others-too"]);
    expect(ids(here(2, { role: "viewer" }))).toEqual([]);
    expect(standingOf(action(benchPlace, here(2), "bench.others-too"), here(2)).short).toBe(
      "the others too (2)",
    );
  });
});

describe("what new material begins with", () => {
  it("is the card, for the kind that files of its medium become, and nothing by the same key", () => {
    const done: Done = [];
    const run = (here: BenchHere) => action(benchPlace, here, "card.begin-with").run!(here);
    const with_ = (begins: BenchHere["begins"]) => bench({ card: aHead({ id: "c" }), begins }, done);
    run(with_({}));
    run(with_({ clip: "c" }));
    run(with_({ clip: "other" }));
    expect(done).toEqual([
      ["begin", "clip", "c"],
      ["begin", "clip", null],
      ["begin", "clip", "c"],
    ]);
  });
});

describe("keyframes", () => {
  const offered = (given: Partial<LanesHere>) =>
    actionsOf(lanesPlace, lanes(given))
      .filter((action) => action.offered?.(lanes(given)) ?? true)
      .map(({ id }) => id);
  const run = (id: string, given: Partial<LanesHere> = {}) => {
    const done: Done = [];
    const here = lanes(given, done);
    actionsOf(lanesPlace, here).find((action) => action.id === id)!.run!(here);
    return done;
  };

  it("are set, taken out, moved and gone through by what the keys say", () => {
    expect(run("lane.set", { isHere: false })).toEqual([["set"]]);
    expect(run("lane.set")).toEqual([["remove"]]);
    expect(run("lane.later")).toEqual([["move", 1]]);
    expect(run("lane.earlier")).toEqual([["move", -1]]);
    expect(run("lane.higher")).toEqual([["step", 1]]);
    expect(run("lane.second-earlier")).toEqual([["go", -1, "second"]]);
    expect(run("lane.to-end")).toEqual([["go", Infinity, "frame"]]);
    expect(run("lane.previous-keyframe")).toEqual([["to keyframe", -1]]);
    expect(run("lane.below")).toEqual([["choose", 1]]);
    expect(run("lane.longer")).toEqual([["scale", [11, 10]]]);
    expect(run("lane.shorter")).toEqual([["scale", [10, 11]]]);
  });

  it("offer nothing that there is nothing for", () => {
    const none = offered({ keyframes: 0, isHere: false, meant: 0, copied: 0, lanes: 1 });
    for (const id of [
      "ease",
      "copy",
      "paste",
      "reverse",
      "pick",
      "pick-all",
      "earlier",
      "remove",
      "next-keyframe",
      "below",
    ])
      expect(none).not.toContain(`lane.${id}`);
    for (const id of ["set", "next-frame", "higher", "leave"]) expect(none).toContain(`lane.${id}`);
    // One alone cannot be turned round or made longer.
    expect(offered({ keyframes: 1 })).not.toContain("lane.reverse");
    expect(offered({ keyframes: 2 })).toContain("lane.reverse");
    const [words] = actionsOf(lanesPlace, lanes()).map((action) => standingOf(action, lanes()).words);
    expect(words).toBe("Take the keyframe of top out");
  });

  it("are gone to on a clip whose chain can have some, and fitted where there are some", () => {
    const chain: Chain = {
      medium: "video",
      settings: [
        { effect: "image.flip", values: {}, on: true, mix: 100 },
        { effect: "video.edge-crop", values: {}, on: true, mix: 100 },
      ],
    };
    const of = (id: string, lead: Target, given: Partial<BenchHere> = {}) => {
      const done: Done = [];
      const here = bench({ lead, ...given }, done);
      const action = actionsOf(chainPlace, here).find((one) => one.id === id)!;
      if (!(action.offered?.(here) ?? true)) return null;
      action.run?.(here);
      return done;
    };
    const clip = aTarget({ kind: "video clip", chain });
    expect(of("chain.keyframes", clip)).toEqual([["lanes", 0]]);
    expect(of("chain.keyframes", clip, { open: 1 })).toEqual([["lanes", 1]]);
    expect(of("chain.keyframes", aTarget({ chain: aGainChain() }))).toBeNull();
    expect(of("chain.fit", clip)).toBeNull();
    const moving = keyframeSet(chain.settings[1], "top", { frames: 50, rate: [25, 1] }, 3, 20);
    const moved = aTarget({ kind: "video clip", chain: { ...chain, settings: [chain.settings[0], moving] } });
    expect(of("chain.fit", moved)).toEqual([]);
    expect(of("chain.keyframes", moved)).toEqual([["lanes", 1]]);
  });
});
