"use client";

import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { useServerInsertedHTML } from "next/navigation";
import { useState, type ReactNode } from "react";

/**
 * Collects the styles of what is rendered on the server and puts them into the head of the page. Without it they
 * would stand between the elements, and the browser's first rendering would not match the server's.
 */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [{ cache, flush }] = useState(() => {
    const cache = createCache({ key: "css" });
    cache.compat = true;
    const insert = cache.insert;
    let fresh: { name: string; isGlobal: boolean }[] = [];
    cache.insert = (...args) => {
      const [selector, serialized] = args;
      if (cache.inserted[serialized.name] === undefined)
        fresh.push({ name: serialized.name, isGlobal: !selector });
      return insert(...args);
    };
    const flush = () => {
      const taken = fresh;
      fresh = [];
      return taken;
    };
    return { cache, flush };
  });

  useServerInsertedHTML(() => {
    const fresh = flush();
    if (fresh.length === 0) return null;
    let styles = "";
    let names = cache.key;
    const globals: { name: string; style: string }[] = [];
    for (const { name, isGlobal } of fresh) {
      const style = cache.inserted[name];
      if (typeof style !== "string") continue;
      if (isGlobal) globals.push({ name, style });
      else {
        styles += style;
        names += ` ${name}`;
      }
    }
    return (
      <>
        {globals.map(({ name, style }) => (
          <style
            key={name}
            data-emotion={`${cache.key}-global ${name}`}
            dangerouslySetInnerHTML={{ __html: style }}
          />
        ))}
        {styles && <style data-emotion={names} dangerouslySetInnerHTML={{ __html: styles }} />}
      </>
    );
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}
