import yauzl from "yauzl";

/** Names and bytes of an archive, as a reader of somebody else's (yauzl) finds them. */
export const unzip = (bytes: Buffer) =>
  new Promise<Map<string, Buffer>>((resolve, reject) => {
    const found = new Map<string, Buffer>();
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      zip.on("entry", (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (problem, stream) => {
          if (problem) return reject(problem);
          const parts: Buffer[] = [];
          stream.on("data", (part: Buffer) => parts.push(part));
          stream.on("end", () => {
            found.set(entry.fileName, Buffer.concat(parts));
            zip.readEntry();
          });
        }),
      );
      zip.on("end", () => resolve(found));
      zip.readEntry();
    });
  });
