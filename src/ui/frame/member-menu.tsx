"use client";

import { Box, chakra, Menu, Portal } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { api } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import { saveSettings } from "../data/library-data";
import { useThemeRoot } from "../parts/theme-root";

/** The member at the desk: settings of their own, and signing out. */
export function MemberMenu() {
  const { data, libraryId, tell } = useDesk();
  const client = useQueryClient();
  const root = useThemeRoot();
  const { member } = data;
  const bareKeys = member.settings.bareKeys ?? true;

  const switchBareKeys = async () => {
    try {
      const settings = await saveSettings(client, libraryId, { bareKeys: !bareKeys });
      tell({ kind: "done", text: settings.bareKeys ? "Single keys work by themselves." : "Single keys now want Alt." });
    } catch (error) {
      tell({ kind: "problem", text: sayError(error) });
    }
  };
  const signOut = async () => {
    try {
      await api("/api/auth/sign-out", { method: "POST", body: {} });
      // A full load: nothing of this member stays in the page.
      window.location.assign("/sign-in");
    } catch (error) {
      tell({ kind: "problem", text: sayError(error) });
    }
  };
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <chakra.button border="1px solid" borderColor="rule" borderRadius="3px" px="10px" height="28px" title={`${member.name}, ${member.role}`}>{member.name}</chakra.button>
      </Menu.Trigger>
      <Portal container={root}>
        <Menu.Positioner>
          <Menu.Content bg="raised" color="ink" borderRadius="3px" minWidth="240px">
            <Box px="10px" py="4px" fontSize="xs" color="muted">{`${member.name} · ${member.role} of ${data.library.name}`}</Box>
            <Menu.CheckboxItem value="bare-keys" checked={bareKeys} onCheckedChange={() => void switchBareKeys()}>
              Single keys without Alt
              <Menu.ItemIndicator />
            </Menu.CheckboxItem>
            <Menu.Item value="sign-out" onClick={() => void signOut()}>Sign out</Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
