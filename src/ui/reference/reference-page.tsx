"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";

interface Schema {
  readonly type?: string | readonly string[];
  readonly format?: string;
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly maxLength?: number;
}

interface Described {
  readonly operationId: string;
  readonly summary: string;
  readonly description: string;
  readonly parameters: readonly {
    readonly name: string;
    readonly in: string;
    readonly required: boolean;
    readonly schema: Schema;
  }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
  readonly responses: Readonly<Record<string, { readonly description: string }>>;
}

interface Description {
  readonly info: { readonly description: string };
  readonly paths: Readonly<Record<string, Readonly<Record<string, object>>>>;
}

/** What a field takes, in a few words. */
function sayType({
  type,
  format,
  enum: choices,
  const: only,
  items,
  anyOf,
  minimum,
  maximum,
  minItems,
  maxItems,
  maxLength,
}: Schema): string {
  if (only !== undefined) return JSON.stringify(only);
  if (choices) return choices.map((c) => JSON.stringify(c)).join(" | ");
  if (anyOf) return anyOf.map(sayType).join(" or ");
  const range =
    minimum !== undefined || maximum !== undefined
      ? ` ${minimum ?? "…"} to ${maximum ?? "…"}`
      : maxLength !== undefined
        ? `, at most ${maxLength} characters`
        : "";
  const many =
    minItems !== undefined || maxItems !== undefined ? ` (${minItems ?? 0} to ${maxItems ?? "any"})` : "";
  if (items) return `list of ${sayType(items)}${many}`;
  return `${[type ?? "anything"].flat().join(" or ")}${format ? ` (${format})` : ""}${range}`;
}

function Fields({ schema }: { schema: Schema }) {
  const entries = Object.entries(schema.properties ?? {});
  if (entries.length === 0)
    return (
      <Box color="muted" fontSize="sm">
        An empty object.
      </Box>
    );
  return (
    <Box as="ul" listStyleType="none" m="0" p="0">
      {entries.map(([name, field]) => (
        <Box
          as="li"
          key={name}
          display="grid"
          gridTemplateColumns="160px minmax(0, 1fr)"
          gap="12px"
          py="2px"
          fontSize="sm"
        >
          <chakra.code textStyle="figure" alignSelf="center">
            {name}
            {schema.required?.includes(name) ? "" : "?"}
          </chakra.code>
          <chakra.span color="muted" overflowWrap="anywhere">
            {sayType(field)}
          </chakra.span>
        </Box>
      ))}
    </Box>
  );
}

function OperationCard({ method, path, operation }: { method: string; path: string; operation: Described }) {
  const { summary, description, parameters, requestBody, responses } = operation;
  const body = requestBody && Object.entries(requestBody.content)[0];
  const query = parameters.filter((p) => p.in === "query");
  return (
    <Box as="article" id={operation.operationId} py="16px" borderTop="1px solid" borderColor="rule">
      <chakra.h2 fontSize="md" fontWeight="600" mb="4px">
        {summary}
      </chakra.h2>
      <HStack gap="10px" mb="6px" alignItems="baseline">
        <chakra.code textStyle="figure" fontWeight="700">
          {method.toUpperCase()}
        </chakra.code>
        <chakra.code fontFamily="mono" fontSize="sm" overflowWrap="anywhere">{`/api${path}`}</chakra.code>
      </HStack>
      <chakra.p color="muted" fontSize="sm" mb="6px">
        <Prose text={description} />
      </chakra.p>
      {query.length > 0 && (
        <Fields
          schema={{
            properties: Object.fromEntries(query.map((p) => [p.name, p.schema])),
            required: query.filter((p) => p.required).map((p) => p.name),
          }}
        />
      )}
      {body &&
        (body[0] === "application/json" ? (
          <Fields schema={body[1].schema} />
        ) : (
          <Box fontSize="sm">{`The file itself, as ${body[0]}.`}</Box>
        ))}
      <chakra.p fontSize="sm" mt="6px">
        <chakra.span fontWeight="600">Answer: </chakra.span>
        <Prose text={responses["200"].description} />
      </chakra.p>
    </Box>
  );
}

/** A text in which back-ticks set off what is typed as it stands. */
const Prose = ({ text }: { text: string }) =>
  text.split("`").map((part, i) =>
    i % 2 === 1 ? (
      <chakra.code key={i} fontFamily="mono" fontSize="sm">
        {part}
      </chakra.code>
    ) : (
      part
    ),
  );

/** The API, described for people. */
export function ReferencePage({ description }: { description: Description }) {
  const [typed, setTyped] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const all = useMemo(
    () =>
      Object.entries(description.paths).flatMap(([path, methods]) =>
        Object.entries(methods).map(([method, operation]) => ({
          path,
          method,
          operation: operation as Described,
        })),
      ),
    [description],
  );
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = all.filter(({ path, method, operation }) =>
    words.every((word) => `${method} ${path} ${operation.summary}`.toLowerCase().includes(word)),
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return (
    <Box as="main" className="light" bg="canvas" color="ink" minHeight="100vh">
      <Box maxWidth="860px" mx="auto" px="24px" py="32px">
        <chakra.h1 textStyle="display" mb="10px">
          Reference
        </chakra.h1>
        <chakra.p mb="10px">
          <Prose text={description.info.description} />
        </chakra.p>
        <chakra.p mb="20px" color="muted">
          The same for machines:{" "}
          <chakra.a href="/api/openapi.json" textDecoration="underline">
            openapi.json
          </chakra.a>{" "}
          (OpenAPI 3.1). Fields with “?” may be left out.
        </chakra.p>
        <Input
          ref={field}
          aria-label="Find an operation"
          placeholder="Find (/)"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          size="sm"
          width="300px"
          mb="16px"
          bg="raised"
          borderColor="rule"
          borderRadius="part"
        />
        {shown.map((each) => (
          <OperationCard key={each.operation.operationId} {...each} />
        ))}
        {shown.length === 0 && <Box color="muted" role="status">{`Nothing here has “${typed}”.`}</Box>}
      </Box>
    </Box>
  );
}
