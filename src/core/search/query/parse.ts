import { findField } from "../fields";
import { queryWords } from "../tokens";
import type { Comparison, Node, Query, QueryProblem, Span, Term, Test } from "./model";

/*
 * query = or
 * or    = and { "OR" and }
 * and   = not { [ "AND" ] not }
 * not   = { "-" | "NOT" } atom
 * atom  = "(" or ")" | field | phrase | word
 * field = name ":" [ "<" | "<=" | ">" | ">=" | "=" ] ( term | "(" term { "," term } ")" )
 * term  = phrase | word
 */

/** Characters of a query that are read, terms of it, and brackets within brackets. */
export const longestQuery = 2000;
export const mostTerms = 200;
export const deepestQuery = 40;

const fieldStart = /([\p{L}][\p{L}\p{N}-]*):/uy;
const comparisonHere = /[<>=]+/y;
const comparisons: ReadonlySet<string> = new Set<Comparison>(["<", "<=", ">", ">=", "="]);
const quotes = new Set(['"', "“", "”", "„"]);
const isSpace = (character: string) => /\s/.test(character);

/** Joins what stands side by side; one alone is itself. */
const joined = (kind: "all" | "any", of: readonly Node[]): Node | null =>
  of.length === 0
    ? null
    : of.length === 1
      ? of[0]
      : { kind, of, start: of[0].start, end: of[of.length - 1].end };

const never: Test = { kind: "any", of: [] };

class Parser {
  private at = 0;
  private terms = 0;
  readonly problems: QueryProblem[] = [];

  constructor(private readonly text: string) {}

  whole(): Node | null {
    const parts: Node[] = [];
    for (;;) {
      const part = this.or(0);
      if (part) parts.push(part);
      if (!this.here()) return joined("all", parts);
      // Only a bracket that nobody opened ends before the end.
      this.say("stray", this.at, this.at + 1, "No bracket is open here.");
      this.at++;
    }
  }

  private say(code: QueryProblem["code"], start: number, end: number, message: string): void {
    this.problems.push({ code, start, end, message });
  }

  /** The next character that is no space; undefined at the end. */
  private here(): string | undefined {
    while (this.at < this.text.length && isSpace(this.text[this.at])) this.at++;
    return this.text[this.at];
  }

  /** Takes a word in capitals that joins or turns, where it stands alone. */
  private takes(word: "OR" | "AND" | "NOT"): Span | null {
    this.here();
    const end = this.at + word.length;
    if (!this.text.startsWith(word, this.at)) return null;
    if (end < this.text.length && !/[\s()]/.test(this.text[end])) return null;
    const start = this.at;
    this.at = end;
    return { start, end };
  }

  private or(depth: number): Node | null {
    const parts: Node[] = [];
    for (;;) {
      const part = this.and(depth);
      if (part) parts.push(part);
      const or = this.takes("OR");
      if (!or) break;
      if (!part || this.ends()) this.lonely(or, "OR");
    }
    return joined("any", parts);
  }

  private and(depth: number): Node | null {
    const parts: Node[] = [];
    for (;;) {
      for (let and = this.takes("AND"); and; and = this.takes("AND"))
        if (parts.length === 0 || this.ends() || this.sees("AND") || this.sees("OR")) this.lonely(and, "AND");
      if (this.ends() || this.sees("OR")) return joined("all", parts);
      const before = this.at;
      const part = this.not(depth);
      if (part) parts.push(part);
      if (this.at === before) this.at++;
    }
  }

  private lonely(at: Span, word: string): void {
    this.say("unfinished", at.start, at.end, `${word} stands between two things; one is missing.`);
  }

  private sees(word: "OR" | "AND"): boolean {
    const { at } = this;
    const sees = this.takes(word) !== null;
    this.at = at;
    return sees;
  }

  private ends(): boolean {
    const here = this.here();
    return here === undefined || here === ")";
  }

  private not(depth: number): Node | null {
    const turns: Span[] = [];
    for (;;) {
      const not = this.takes("NOT");
      if (not) {
        turns.push(not);
        continue;
      }
      const next = this.text[this.at + 1];
      if (this.here() !== "-" || next === undefined || isSpace(next)) break;
      turns.push({ start: this.at, end: this.at + 1 });
      this.at++;
    }
    if (turns.length > 0 && (this.ends() || this.sees("OR") || this.sees("AND"))) {
      this.say("unfinished", turns[0].start, turns[turns.length - 1].end, "What is not wanted is missing.");
      return null;
    }
    const atom = this.atom(depth);
    // Two that follow each other take each other back.
    if (!atom || turns.length % 2 === 0) return atom;
    return { kind: "not", of: atom, start: turns[0].start, end: atom.end };
  }

  private atom(depth: number): Node | null {
    const start = this.at;
    if (this.here() === "(") {
      this.at++;
      if (depth + 1 > deepestQuery) {
        this.say("too-long", start, this.text.length, `Brackets stand at most ${deepestQuery} deep.`);
        this.at = this.text.length;
        return null;
      }
      const inside = this.or(depth + 1);
      if (this.here() === ")") this.at++;
      else this.say("unfinished", start, start + 1, "This bracket is still open.");
      return inside && { ...inside, start, end: this.at };
    }
    fieldStart.lastIndex = this.at;
    const found = fieldStart.exec(this.text);
    if (found) {
      const field = this.field(found[1]);
      if (field !== undefined) return field;
    }
    const term = this.term(/[\s()]/);
    if (!term || !this.counts(term)) return null;
    return { kind: "term", term, start: term.start, end: term.end };
  }

  /** A field with its values; undefined where there is none of that name, and nothing is taken. */
  private field(typed: string): Node | null | undefined {
    const { at: start } = this;
    const field = findField(typed);
    const colon = start + typed.length + 1;
    if (!field) {
      this.say("unknown-field", start, colon, `There is no field “${typed}”: it is looked for as a word.`);
      return undefined;
    }
    this.at = colon;
    comparisonHere.lastIndex = colon;
    const signs = comparisonHere.exec(this.text)?.[0] ?? "";
    this.at += signs.length;
    const comparison = comparisons.has(signs) ? (signs as Comparison) : null;
    if (signs !== "" && comparison === null)
      this.say("bad-value", colon, this.at, `“${signs}” compares nothing: there are <, <=, >, >= and =.`);
    const terms = this.values();
    if (terms.length === 0) {
      this.say("unfinished", start, this.at, `${field.name}: asks for ${field.says}.`);
      return null;
    }
    const tests = terms.flatMap((term): Test[] => {
      if (!this.counts(term)) return [];
      const ordered = comparison !== null && comparison !== "=";
      const test =
        ordered && !field.compares
          ? `${field.name}: is not a number or a time, so that nothing is ${comparison.startsWith("<") ? "less" : "more"} than it.`
          : field.read(term, comparison);
      if (typeof test !== "string") return [test];
      this.say("bad-value", term.start, term.end, test);
      return [];
    });
    const test: Test =
      tests.length === 1 ? tests[0] : tests.length === 0 ? never : { kind: "any", of: tests };
    return { kind: "field", name: field.name, comparison, terms, test, start, end: this.at };
  }

  private values(): Term[] {
    if (this.text[this.at] !== "(") {
      const term = this.at < this.text.length ? this.term(/[\s()]/) : null;
      return term ? [term] : [];
    }
    const open = this.at++;
    const terms: Term[] = [];
    for (;;) {
      const here = this.here();
      if (here === undefined) {
        this.say("unfinished", open, open + 1, "This bracket is still open.");
        return terms;
      }
      if (here === ")") {
        this.at++;
        return terms;
      }
      const before = this.at;
      const term = here === "," ? null : this.term(/[\s(),]/);
      if (term) terms.push(term);
      if (this.at === before) this.at++;
    }
  }

  /** A phrase, or a word up to one of those characters; null where there is neither. */
  private term(ends: RegExp): Term | null {
    const start = this.at;
    if (quotes.has(this.text[start] ?? "")) return this.phrase();
    while (this.at < this.text.length && !ends.test(this.text[this.at])) this.at++;
    const written = this.text.slice(start, this.at);
    if (written === "") return null;
    const isOpen = written.endsWith("*");
    const text = isOpen ? written.replace(/\*+$/, "") : written;
    return { text, isPhrase: false, isOpen, start, end: this.at };
  }

  private phrase(): Term | null {
    const start = this.at++;
    let text = "";
    while (this.at < this.text.length && !quotes.has(this.text[this.at])) {
      if (this.text[this.at] === "\\" && this.at + 1 < this.text.length) this.at++;
      text += this.text[this.at++];
    }
    if (this.at < this.text.length) this.at++;
    else this.say("unfinished", start, start + 1, "This phrase is still open.");
    return text.trim() === ""
      ? null
      : { text: text.trim(), isPhrase: true, isOpen: false, start, end: this.at };
  }

  /** False where there are too many already. */
  private counts({ start }: Span): boolean {
    if (++this.terms <= mostTerms) return true;
    if (this.terms === mostTerms + 1)
      this.say("too-long", start, this.text.length, `Only the first ${mostTerms} terms are read.`);
    return false;
  }
}

/** A bare term without a letter or digit asks for nothing: a dash between words, say. */
const asks = ({ text, isPhrase }: Term) => isPhrase || queryWords(text).length > 0;

/** Pictures among the characters (UTS #51): no words, but somebody who types one means it. */
const picture = /\p{Extended_Pictographic}|\p{Regional_Indicator}/u;

function withoutIdle(node: Node): Node | null {
  switch (node.kind) {
    case "term":
      if (asks(node.term)) return node;
      // Looked for as it stands, as what is quoted is.
      return picture.test(node.term.text) ? { ...node, term: { ...node.term, isPhrase: true } } : null;
    case "field":
      return node;
    case "not": {
      const of = withoutIdle(node.of);
      return of && { ...node, of };
    }
    default: {
      const of = node.of.flatMap((part) => withoutIdle(part) ?? []);
      return of.length > 1 ? { ...node, of } : joined(node.kind, of);
    }
  }
}

/**
 * Reads a query. Any text is one: what cannot be read is said by its place and left out, and the rest counts. An unknown
 * field is looked for as words. At most `longestQuery` characters and `mostTerms` terms are read.
 */
export function parseQuery(text: string): Query {
  const parser = new Parser(text.length > longestQuery ? text.slice(0, longestQuery) : text);
  const root = parser.whole();
  const { problems } = parser;
  if (text.length > longestQuery)
    problems.push({
      code: "too-long",
      start: longestQuery,
      end: text.length,
      message: `Only the first ${longestQuery.toLocaleString("en")} characters are read.`,
    });
  return { text, root: root && withoutIdle(root), problems };
}
