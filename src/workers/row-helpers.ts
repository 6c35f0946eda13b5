import type { RowHelpers, RowTask } from "@/core/chain/render-codes";
import type { CodedPicture } from "@/core/picture/coded";

export interface RowsMessage {
  readonly task: RowTask;
  /** Files sent before are not needed any more. */
  readonly forget: boolean;
}
export type RowsAnswer = { readonly codes: CodedPicture["codes"] } | { readonly problem: string };

/** Files that a helper keeps at most, so that what every task needs is not sent with every task. */
const mostKept = 12;

interface Helper {
  readonly port: MessagePort;
  readonly kept: Set<string>;
  /** Tasks are answered in the order they were sent in. */
  readonly waiting: ((answer: RowsAnswer) => void)[];
}

/** Other workers, each reached by a port, that render rows of pictures. */
export class PortHelpers implements RowHelpers {
  private readonly helpers: Helper[] = [];

  add(port: MessagePort): void {
    const helper: Helper = { port, kept: new Set(), waiting: [] };
    port.onmessage = ({ data }: MessageEvent<RowsAnswer>) => helper.waiting.shift()?.(data);
    this.helpers.push(helper);
  }

  get count(): number {
    return this.helpers.length;
  }

  run(n: number, task: RowTask): Promise<CodedPicture["codes"]> {
    const { port, kept, waiting } = this.helpers[n];
    const lacking = task.files.filter(([hash]) => !kept.has(hash));
    const forget = kept.size + lacking.length > mostKept;
    if (forget) kept.clear();
    const files = forget ? task.files : lacking;
    for (const [hash] of files) kept.add(hash);
    return new Promise((resolve, reject) => {
      waiting.push((answer) =>
        "codes" in answer ? resolve(answer.codes) : reject(new Error(answer.problem)),
      );
      port.postMessage({ task: { ...task, files }, forget } satisfies RowsMessage, [
        task.source.codes.buffer as ArrayBuffer,
      ]);
    });
  }
}
