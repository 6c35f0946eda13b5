"use client";

import { Box, chakra, Menu, Portal } from "@chakra-ui/react";
import { useCallback, useEffect, useState } from "react";
import { signedInHere, signOut, signOutEverywhere, switchTo, type SignedIn } from "../data/accounts";
import { followDesk } from "../data/desk-tabs";
import { sayError, useDesk, useData } from "../data/desk";
import { useSayKeys } from "../keys/keys";
import { PasswordDialog } from "./password-dialog";
import { KeyCap } from "../parts/key-cap";
import { KeysWaitForMenu } from "../parts/menu-keys";
import { useThemeRoot } from "../parts/theme-root";

/** The member at the desk: settings of their own, others at this machine, and signing out. */
export function MemberMenu({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }) {
  const { library, tell, unsaved } = useDesk();
  const member = useData((data) => data.member);
  const libraryName = useData(({ library }) => library.name);
  const root = useThemeRoot();
  const [changing, setChanging] = useState(false);
  const close = useCallback(() => setChanging(false), []);
  const [here, setHere] = useState<readonly SignedIn[]>([]);
  const say = useSayKeys();
  const bareKeys = member.settings.bareKeys ?? true;
  useEffect(followDesk, []);
  useEffect(() => {
    // Asked anew each time: others may have come or gone.
    if (open) signedInHere().then(setHere, () => setHere([]));
  }, [open]);
  const attempt = async (what: () => Promise<unknown>) => {
    try {
      await what();
    } catch (error) {
      tell({ kind: "problem", text: sayError(error) });
    }
  };
  const switchBareKeys = async () => {
    const settings = await library.saveSettings({ bareKeys: !bareKeys });
    tell({
      kind: "done",
      text: settings.bareKeys ? "Single keys work by themselves." : "Single keys now want Alt.",
    });
  };
  /** Nobody leaves the desk over something that is not saved. */
  const leave = (how: () => Promise<unknown>) =>
    unsaved.get().open > 0
      ? tell({ kind: "problem", text: "Something is not saved yet. Wait a moment and try again." })
      : void attempt(how);
  const others = here.filter((s) => s.userId !== member.id);
  return (
    <>
      {changing && <PasswordDialog onClose={close} />}
      <Menu.Root open={open} onOpenChange={(event) => onOpen(event.open)}>
        <Menu.Trigger asChild>
          <chakra.button
            border="1px solid"
            borderColor="rule"
            borderRadius="part"
            px="10px"
            height="28px"
            maxWidth="160px"
            truncate
            title={`${member.name}, ${member.role} · ${say("Alt+m")}`}
          >
            {member.name}
          </chakra.button>
        </Menu.Trigger>
        <Portal container={root}>
          <Menu.Positioner>
            <Menu.Content bg="raised" color="ink" borderRadius="part" minWidth="260px">
              <KeysWaitForMenu />
              <Box px="10px" py="4px" textStyle="hint">
                {`${member.name} · ${member.role} of ${libraryName}`} <KeyCap keys="Alt+m" quiet />
              </Box>
              <Menu.CheckboxItem
                value="bare-keys"
                checked={bareKeys}
                onCheckedChange={() => void attempt(switchBareKeys)}
              >
                Single keys without Alt
                <Menu.ItemIndicator />
              </Menu.CheckboxItem>
              <Menu.Item value="password" onClick={() => setChanging(true)}>
                Change your password …
              </Menu.Item>
              <Menu.Separator />
              {others.map((other) => (
                <Menu.Item
                  key={other.userId}
                  value={`to ${other.userId}`}
                  onClick={() => leave(() => switchTo(other))}
                >{`Hand over to ${other.name}`}</Menu.Item>
              ))}
              <Menu.Item
                value="another"
                onClick={() => leave(async () => window.location.assign("/sign-in"))}
              >
                Another member signs in …
              </Menu.Item>
              <Menu.Separator />
              <Menu.Item value="sign-out" onClick={() => leave(() => signOut(member.id))}>
                Sign out
              </Menu.Item>
              <Menu.Item value="sign-out-everywhere" onClick={() => leave(signOutEverywhere)}>
                Sign out on every machine
              </Menu.Item>
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
    </>
  );
}
