"use client";

import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { system } from "../theme/system";
import "../theme/fonts";
import { StyleRegistry } from "./style-registry";

/** What every page needs: the look, and the cache of what the server said. */
export function Providers({ children }: { children: ReactNode }) {
  // The application may lie on the same machine as its server: "offline" says nothing about reaching it.
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: { staleTime: Infinity, networkMode: "always", refetchOnWindowFocus: false },
        },
      }),
  );
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
