import { chakra, Menu, Portal } from "@chakra-ui/react";
import { Fragment } from "react";
import { KeyCap } from "../parts/key-cap";
import { KeysWaitForMenu } from "../parts/menu-keys";
import { useThemeRoot } from "../parts/theme-root";
import type { Offer } from "./action";

/** The entries of a menu: what can be done, with its key. Within a `Menu.Root` whose `onSelect` runs the chosen one. */
export function MenuOfOffers({ offers, title }: { offers: readonly Offer[]; title?: string }) {
  const root = useThemeRoot();
  return (
    <Portal container={root}>
      <Menu.Positioner>
        <Menu.Content bg="raised" color="ink" borderRadius="part" minWidth="240px" maxWidth="420px">
          <KeysWaitForMenu />
          {title && (
            <chakra.div textStyle="hint" px="10px" py="4px" truncate>
              {title}
            </chakra.div>
          )}
          {offers.map(({ id, words, keys, group }, i) => (
            <Fragment key={id}>
              {i > 0 && group !== offers[i - 1].group && <Menu.Separator my="4px" borderColor="rule" />}
              <Menu.Item value={id}>
                <chakra.span flex="1" truncate>
                  {words}
                </chakra.span>
                {keys.length > 0 && <KeyCap keys={keys[0]} quiet />}
              </Menu.Item>
            </Fragment>
          ))}
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  );
}
