import { useChakraContext, type SystemStyleObject } from "@chakra-ui/react";
import { __unsafe_useEmotionCache as useEmotionCache } from "@emotion/react";
import { serializeStyles } from "@emotion/serialize";
import { insertStyles } from "@emotion/utils";

type Styles = Readonly<Record<string, SystemStyleObject>>;
type Classes<S extends Styles> = { readonly [K in keyof S]: string };

const made = new WeakMap<Styles, Classes<Styles>>();

/**
 * Names of classes for styles that are written as those of Chakra's parts are. What is drawn at every letter has them on
 * plain elements: a part of Chakra's works its styles out anew each time it is drawn, which takes longer than all the
 * rest. The styles are a constant of their module. For what is drawn in the browser alone: the server's first page does
 * not get them.
 */
export function useClasses<const S extends Styles>(styles: S): Classes<S> {
  const { css } = useChakraContext();
  const cache = useEmotionCache();
  let classes = made.get(styles);
  if (!classes) {
    classes = Object.fromEntries(
      Object.entries(styles).map(([name, style]) => {
        const serialized = serializeStyles([css(style) as never], cache?.registered);
        if (cache) insertStyles(cache, serialized, true);
        return [name, `${cache?.key ?? "css"}-${serialized.name}`];
      }),
    );
    made.set(styles, classes);
  }
  return classes as Classes<S>;
}
