"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { boardIds, boards, placeOfKeys, planeIds, planeOf, type PlaneId } from "@/core/keys/boards";
import { combination, keyProblem, numberKey } from "@/core/keys/combination";
import { boundOn } from "@/core/library/bindings";
import type { KeyBinding } from "@/core/library/entities";
import { capital, count } from "@/core/library/words";
import { media, workingMedia, type WorkingMedium } from "@/core/media";
import { nameOfRecalled } from "@/core/upkeep/recalled";
import { ActionButton } from "../actions/action-button";
import { keyboardPlace } from "../actions/keyboard";
import { useActions } from "../actions/use-actions";
import { useDesk, useData } from "../data/desk";
import { useSayKeys } from "../keys/keys";
import { chooseFiles } from "../parts/choose-files";
import { IndexCard } from "../parts/index-card";
import { KeyCap } from "../parts/key-cap";
import { settleFocus } from "../parts/settle-focus";
import { BindDialog, type Bindable } from "./bind-dialog";
import { BoundKeys } from "./bound-keys";
import { builtIn } from "./built-in";
import { KeyMap, looks, type At } from "./key-map";
import { useKeyFile } from "./key-file";
import { meaningOf, type Meaning } from "./meaning";
import { PrintedSheet } from "./printed-sheet";
import { useBoard } from "./use-board";

const planeNames: Readonly<Record<PlaneId, string>> = {
  plain: "alone",
  shift: "with Shift",
  alt: "with Alt",
  numbers: "numeric pad",
  A: "pads A",
  B: "pads B",
  C: "pads C",
  D: "pads D",
};
const keySize = { width: 60, height: 62 };
const padSize = { width: 112, height: 76 };
const isWide = (plane: PlaneId) => !["plain", "shift", "alt"].includes(plane);

const explained: Readonly<Record<Meaning["kind"], string>> = {
  bound: "Yours. On the bench it does this at once.",
  lost: "What it stood for is out of use. Free the key, or bind it to something else.",
  "built in": "The bench itself uses it.",
  browser: "Browsers keep it for themselves; it does not reach the page everywhere.",
  free: "Free. Press Enter to let it stand for a card, a routine, a search or a folder.",
  elsewhere: "It cannot be bound: the bench uses it on other material.",
  none: "It cannot be bound: Shift with a letter belongs to the bench’s own actions.",
};

interface ChosenProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}

/** One of a few, in a line with its name. */
function Chosen<T extends string>({ label, value, options, onChange }: ChosenProps<T>) {
  return (
    <chakra.label fontSize="sm" color="muted" display="flex" gap="6px" alignItems="center">
      {label}
      <chakra.select
        aria-label={label}
        bg="raised"
        color="ink"
        border="1px solid"
        borderColor="rule"
        borderRadius="part"
        px="6px"
        height="28px"
        value={value}
        onChange={({ target }) => onChange(options.find(([id]) => id === target.value)![0])}
      >
        {options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </chakra.select>
    </chakra.label>
  );
}

const legend: readonly (readonly [Meaning["kind"], string])[] = [
  ["bound", "yours"],
  ["built in", "the bench’s own"],
  ["free", "free"],
  ["browser", "the browser’s"],
  ["lost", "leads nowhere"],
];

/** The member's keys as they lie: what each does, what is free, what leads nowhere; bound by pressing one. */
export function KeysScreen() {
  const { act, takeBack, tell } = useDesk();
  const data = useData();
  const { replica, member } = data;
  const say = useSayKeys();
  const [board, chooseBoard] = useBoard();
  const [medium, setMedium] = useState<WorkingMedium>(workingMedia[0]);
  const [plane, setPlane] = useState<PlaneId>("plain");
  const [{ row, at }, setAt] = useState<At>({ row: 0, at: 1 });
  const [isBinding, setBinding] = useState(false);
  const map = useRef<HTMLDivElement>(null);
  useEffect(() => settleFocus(map.current), []);

  const own = useMemo(
    () => [...replica.keyBinding.values()].filter(({ ownerId }) => ownerId === member.id),
    [replica.keyBinding, member.id],
  );
  const bound = useMemo(() => boundOn(own, medium), [own, medium]);
  const does = useMemo(() => builtIn(medium), [medium]);
  const rows = useMemo(() => planeOf(plane, board), [plane, board]);
  const nameOf = (binding: KeyBinding) => nameOfRecalled(binding, { replica });
  const chosenRow = Math.min(row, rows.length - 1);
  const chosen = { row: chosenRow, at: Math.min(at, rows[chosenRow].cells.length - 1) };
  const cell = rows[chosen.row].cells[chosen.at];
  const meaning = (place: At) => meaningOf(rows[place.row].cells[place.at], bound, does, nameOf);
  const here = meaning(chosen);
  const bindable =
    here.kind === "built in" ? null : (cell.keys.find((keys) => keyProblem(keys) === null) ?? null);
  const binding = bindable === null ? undefined : bound.get(bindable);
  const file = useKeyFile(own, nameOf);

  const onKey = (event: KeyboardEvent) => {
    const keys = numberKey(event.nativeEvent) ?? combination(event);
    const { cells } = rows[chosen.row];
    const moves: Record<string, () => At> = {
      ArrowLeft: () => ({ row: chosen.row, at: Math.max(0, chosen.at - 1) }),
      ArrowRight: () => ({ row: chosen.row, at: Math.min(cells.length - 1, chosen.at + 1) }),
      ArrowUp: () => ({ row: Math.max(0, chosen.row - 1), at: chosen.at }),
      ArrowDown: () => ({ row: Math.min(rows.length - 1, chosen.row + 1), at: chosen.at }),
      Home: () => ({ row: chosen.row, at: 0 }),
      End: () => ({ row: chosen.row, at: cells.length - 1 }),
    };
    // A key is shown by pressing it, wherever it is drawn; with Alt it may lead to another place.
    const pressed = event.altKey || event.ctrlKey || event.metaKey ? null : placeOfKeys(keys, board);
    if (moves[keys]) setAt(moves[keys]());
    else if (pressed) {
      setPlane(pressed.plane);
      setAt(pressed);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const bind = ({ of, name }: Bindable) => {
    if (bindable === null) return;
    void act("bind-key", { ...of, key: bindable, takeOver: true }).then(
      (done) => done && tell({ kind: "done", text: `${say(bindable)} stands for “${name}” now.` }),
    );
  };

  const opened = useActions(
    keyboardPlace,
    {
      bindable,
      bound: binding ? (nameOf(binding) ?? "what is out of use") : null,
      medium,
      count: own.length,
      act,
      role: member.role,
      takeBack,
      turnPlane: (by) =>
        setPlane(planeIds[(planeIds.indexOf(plane) + by + planeIds.length) % planeIds.length]),
      turnMedium: () => setMedium(workingMedia[(workingMedia.indexOf(medium) + 1) % workingMedia.length]),
      bind: () => setBinding(true),
      free: () => binding && void act("bind-key", { key: binding.key, medium: binding.medium, cardId: null }),
      print: () => window.print(),
      save: file.save,
      chooseFile: () => chooseFiles(".json,application/json", (files) => void file.bring(files[0])),
    },
    { note: `${count(bound.size, "key")} bound on ${media[medium].plural}` },
  );
  const chosenKeys = cell.keys[0] ?? "";

  return (
    <Box as="main" height="100%" overflow="auto" p="16px 20px">
      <HStack
        justifyContent="space-between"
        alignItems="flex-start"
        mb="12px"
        gap="20px"
        className="not-printed"
      >
        <chakra.h1 textStyle="screenTitle">Keys</chakra.h1>
        <HStack gap="16px" flexWrap="wrap" justifyContent="flex-end">
          <Chosen
            label="On"
            value={medium}
            options={workingMedia.map((one) => [one, media[one].plural] as const)}
            onChange={setMedium}
          />
          <Chosen
            label="Keyboard"
            value={board}
            options={boardIds.map((id) => [id, boards[id].name] as const)}
            onChange={chooseBoard}
          />
        </HStack>
      </HStack>
      <HStack role="tablist" aria-label="Planes" gap="4px" mb="10px" className="not-printed">
        {planeIds.map((id) => (
          <chakra.button
            key={id}
            role="tab"
            aria-selected={id === plane}
            tabIndex={-1}
            px="10px"
            py="4px"
            fontSize="sm"
            borderBottom="2px solid"
            borderColor={id === plane ? "selected" : "transparent"}
            color={id === plane ? "ink" : "muted"}
            onClick={() => {
              setPlane(id);
              map.current?.focus();
            }}
          >
            {planeNames[id]}
          </chakra.button>
        ))}
      </HStack>
      <Box className="not-printed" display="flex" flexWrap="wrap" gap="24px" alignItems="flex-start">
        <KeyMap
          ref={map}
          rows={rows}
          meaning={meaning}
          chosen={chosen}
          label={`Keys ${planeNames[plane]}, on ${media[medium].plural}`}
          size={isWide(plane) ? padSize : keySize}
          onChoose={setAt}
          onOpen={() => bindable !== null && setBinding(true)}
          onKeyDown={onKey}
        />
        <Box as="aside" aria-label="The chosen key" width="300px" flexShrink={0}>
          <IndexCard
            label="What the key does"
            tab={media[medium].plural}
            title={
              <HStack gap="8px" minWidth="0">
                {chosenKeys !== "" && <KeyCap keys={chosenKeys} />}
                <chakra.h2 textStyle="cardTitle" overflowWrap="anywhere">
                  {capital(here.words || "nothing")}
                </chakra.h2>
              </HStack>
            }
          >
            <Box px="16px" py="12px" fontSize="sm" color="cardMuted">
              {explained[here.kind]}
              {binding && binding.medium === null && " On every medium where nothing else is bound to it."}
            </Box>
          </IndexCard>
          <Box mt="12px" ml="-8px" display="flex" flexDirection="column" alignItems="flex-start" gap="4px">
            <ActionButton action="keys.bind" />
            <ActionButton action="keys.free" />
            <ActionButton action="keys.print" />
            <ActionButton action="keys.save" />
            <ActionButton action="keys.bring" />
          </Box>
        </Box>
      </Box>
      <HStack
        className="not-printed"
        gap="20px"
        mt="16px"
        fontSize="xs"
        color="muted"
        aria-label="How keys are drawn"
      >
        {legend.map(([kind, words]) => (
          <HStack key={kind} gap="6px">
            <Box width="20px" height="20px" border="1px solid" borderRadius="part" {...looks[kind]} />
            {words}
          </HStack>
        ))}
      </HStack>
      <BoundKeys
        bindings={[...bound.values()]}
        nameOf={nameOf}
        chosen={binding?.id}
        onChoose={(key) => {
          const place = placeOfKeys(key, board);
          if (!place) return;
          setPlane(place.plane);
          setAt(place);
          map.current?.focus();
        }}
      />
      <PrintedSheet board={board} bound={bound} does={does} nameOf={nameOf} medium={medium} />
      {isBinding && bindable !== null && (
        <BindDialog printed={say(bindable)} medium={medium} onBind={bind} onClose={() => setBinding(false)} />
      )}
      {file.dialog}
      {opened}
    </Box>
  );
}
