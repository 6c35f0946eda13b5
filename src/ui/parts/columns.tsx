"use client";

import { chakra } from "@chakra-ui/react";
import { Fragment, type CSSProperties, type ReactNode } from "react";
import { Group, Panel, Separator } from "react-resizable-panels";
import type { ColumnPlace } from "@/core/library/media";
import { useDesk, useSettings } from "../data/desk";
import { rememberPart } from "./screen-parts";

interface Column {
  readonly id: string;
  /** Pixels until the member has moved its edge; one without takes what the others leave. */
  readonly width?: number;
  /** Pixels that it keeps. */
  readonly least: number;
  readonly content: ReactNode;
}

const filled: CSSProperties = {
  display: "grid",
  gridTemplate: "minmax(0, 1fr) / minmax(0, 1fr)",
  height: "100%",
  overflow: "hidden",
};
const Edge = chakra(Separator);

/** Columns whose edges can be moved, by the pointer and by arrow keys; remembered for the member. */
export function Columns({ place, columns }: { place: ColumnPlace; columns: readonly Column[] }) {
  const { library } = useDesk();
  const settings = useSettings();
  const remembered = settings.columns?.[place];
  const known = remembered && columns.every(({ id }) => id in remembered) ? remembered : undefined;
  return (
    // The edges belong to no column: all of it is what the page is about.
    <Group
      role="main"
      orientation="horizontal"
      defaultLayout={known}
      // Nothing is lost where it cannot be kept.
      onLayoutChanged={(layout, { isUserInteraction }) => {
        if (!isUserInteraction || settings.isViewLocked) return;
        const next = { ...settings.columns, [place]: layout };
        library.saveSettings({ columns: next }).catch(() => undefined);
      }}
      style={{ height: "100%", minHeight: 0 }}
    >
      {columns.map(({ id, width, least, content }, i) => (
        <Fragment key={id}>
          {i > 0 && (
            <Edge
              aria-label={`Edge between ${columns[i - 1].id} and ${id}`}
              width="1px"
              bg="rule"
              _hover={{ bg: "selected" }}
              _focusVisible={{ bg: "selected", outlineOffset: "0" }}
            />
          )}
          <Panel
            id={id}
            defaultSize={width}
            minSize={least}
            groupResizeBehavior={width === undefined ? undefined : "preserve-pixel-size"}
            style={filled}
          >
            <chakra.div
              data-part={id}
              display="contents"
              onFocus={(event) => rememberPart(event.currentTarget, event.target)}
            >
              {content}
            </chakra.div>
          </Panel>
        </Fragment>
      ))}
    </Group>
  );
}
