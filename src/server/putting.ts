import { v7 as newId } from "uuid";
import { effectName } from "@/core/chain/describe";
import type { Chain } from "@/core/chain/model";
import { wayOf } from "@/core/chain/ways";
import type { Target } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { put, type Done, type Put, type Putting } from "@/core/library/putting";
import { changesBetween, type Stand, type TimeRange } from "@/core/library/stand";
import { Unfit } from "@/core/library/unfit";
import type { Habit } from "@/core/library/habit";
import { openName } from "@/core/library/words";
import { noteDay, noteUse } from "@/db/habits";
import type { SeenTargets } from "@/core/api/fields";
import type { Ledger } from "@/db/ledger";
import { listMedia, readTargets } from "@/db/replica";
import type { Member } from "./member";
import { notFound, Refusal } from "./refusal";
import { requireRow } from "./rows";
import { refuseChanged, requireTargets } from "./targets";

/** A card's content as something to put on; its current one where no version is named. */
export async function cardToPut(ledger: Ledger, cardId: string, contentVersion?: number): Promise<Put> {
  const card = await requireRow(ledger, "card", cardId);
  const cardVersion = contentVersion ?? card.contentVersion;
  const content = await ledger.content(cardId, cardVersion);
  if (!content) throw notFound("version of the card");
  const chain = JSON.parse(content.chainText) as Chain;
  return {
    said: openName(card),
    // The session is everybody's, the name of a private card is not.
    name: card.layer === "private" ? effectName(chain.settings[0]?.effect ?? "") : card.name,
    chain,
    pin: { cardId, cardVersion },
  };
}

/** What a rule of the library does not let be done is refused as it says. */
export function fitting<Result>(work: () => Result): Result {
  try {
    return work();
  } catch (error) {
    if (error instanceof Unfit) throw new Refusal(409, error.code, error.message, error.details);
    throw error;
  }
}

/** Does something to the targets of a session as one change. What cannot be done changes nothing. */
export async function standAnew<Result extends { readonly stand: Stand }>(
  ledger: Ledger,
  stand: Stand,
  work: (stand: Stand) => Result,
): Promise<Result> {
  const done = fitting(() => work(stand));
  const { made, sets } = changesBetween(stand.targets, done.stand.targets);
  if (made.length > 0) await ledger.insertAll("target", made);
  if (sets.length > 0)
    await ledger.updateAll(
      "target",
      sets.map(([before, { version: _, ...set }]): [Target, Partial<Target>] => [before, set]),
    );
  return done;
}

/** All targets of a session, with some of them selected. */
export async function wholeStand(
  ledger: Ledger,
  sessionId: string,
  selected: readonly string[],
  seen: SeenTargets = {},
): Promise<Stand> {
  const targets = (await readTargets(ledger.db, ledger.libraryId, sessionId)).sort(byPosition);
  const ids = new Set(targets.map(({ id }) => id));
  if (!selected.every((id) => ids.has(id))) throw notFound("target");
  targets.forEach((target) => refuseChanged(target, seen));
  const media = await listMedia(ledger.db, ledger.libraryId, [
    ...new Set(targets.flatMap(({ mediaId }) => mediaId ?? [])),
  ]);
  const facts = new Map(media.map((one) => [one.id, one.facts]));
  return { targets, selected, factsOf: (id) => facts.get(id) };
}

/** Puts cards or settings on targets of a session. */
export async function putOnTargets(
  ledger: Ledger,
  {
    sessionId,
    targetIds,
    range,
    seenTargets,
    ...putting
  }: Putting & {
    readonly sessionId: string;
    readonly targetIds: string[];
    readonly range?: TimeRange;
    readonly seenTargets?: SeenTargets;
  },
): Promise<Done> {
  const { beside, cuts } = wayOf(putting.how);
  const stand =
    beside || cuts
      ? { ...(await wholeStand(ledger, sessionId, targetIds, seenTargets)), range }
      : { targets: await requireTargets(ledger, sessionId, targetIds, seenTargets), selected: targetIds };
  return standAnew(ledger, stand, (now) => put(now, putting, newId));
}

/** A card that was put on, and the targets that it came onto. */
interface Used {
  readonly cardId: string;
  readonly onto: readonly Pick<Target, "kind">[];
}

/** Notes that a member used cards; gives how they use them by now, on the kinds of those targets. */
export async function noteUses(
  ledger: Ledger,
  member: Pick<Member, "userId">,
  used: readonly Used[],
  counted: { readonly keys: number; readonly browsing: number } | null = null,
): Promise<Habit[]> {
  const use = { libraryId: ledger.libraryId, memberId: member.userId, at: new Date() };
  const habits: Habit[] = [];
  // In one order, so that two who note the same do not wait for each other.
  for (const { cardId, onto } of [...used].sort((a, b) => (a.cardId < b.cardId ? -1 : 1)))
    habits.push(
      ...(await noteUse(ledger.db, { ...use, cardId, kinds: [...new Set(onto.map(({ kind }) => kind))] })),
    );
  if (used.length > 0)
    await noteDay(ledger.db, use, {
      uses: used.length,
      counted: counted ? 1 : 0,
      keys: counted?.keys ?? 0,
      browsing: counted?.browsing ?? 0,
    });
  return habits;
}
