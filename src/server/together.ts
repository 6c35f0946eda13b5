import type { Tidy } from "@/core/api/commands/tidy-input";
import type { Ledger } from "@/db/ledger";
import type { Command } from "./command";
import { requireRight, type Member } from "./member";
import { Refusal } from "./refusal";

/**
 * Carries out commands one after another in one change, each as if it were asked for by itself. The first one's words
 * stand for all of them in the history. A refusal of one, which is told with its number, leaves nothing done.
 */
export const together =
  <const Shapes extends readonly { readonly name: string }[]>(
    _shapes: Shapes,
    commands: { readonly [N in Shapes[number]["name"]]: Command<N> },
  ) =>
  async (ledger: Ledger, { steps }: Tidy, member: Member) => {
    const summaries: string[] = [];
    for (const [i, { command: name, input }] of steps.entries()) {
      // The request was checked by the same shapes.
      const command = commands[name as keyof typeof commands] as Command;
      requireRight(member, command.right);
      try {
        summaries.push((await command.run(ledger, input as never, member)).summary);
      } catch (error) {
        if (!(error instanceof Refusal) || steps.length === 1) throw error;
        const { status, code, message, details } = error;
        throw new Refusal(status, code, `${i + 1} of ${steps.length}: ${message}`, {
          ...details,
          field: undefined,
        });
      }
    }
    const [first] = summaries;
    return { summary: summaries.length === 1 ? first : `${first}, and ${summaries.length - 1} more` };
  };
