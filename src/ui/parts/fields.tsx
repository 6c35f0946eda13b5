import { Box, chakra, Input, NativeSelect, Textarea } from "@chakra-ui/react";
import { useId, type ComponentProps, type ReactNode, type Ref } from "react";

interface FieldProps {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly problem?: string;
  readonly children: (ids: { id: string; "aria-describedby": string; "aria-invalid": boolean }) => ReactNode;
}

/** A label, a control and what is wrong with it. */
export function Field({ label, hint, problem, children }: FieldProps) {
  const id = useId();
  return (
    <Box mb="12px">
      <chakra.label htmlFor={id} display="block" fontSize="xs" fontWeight="600" mb="4px" color="cardMuted">
        {label}
      </chakra.label>
      {children({ id, "aria-describedby": `${id}-words`, "aria-invalid": problem !== undefined })}
      <Box
        id={`${id}-words`}
        fontSize="xs"
        mt="4px"
        color={problem ? "cardLoss" : "cardMuted"}
        role={problem ? "alert" : undefined}
      >
        {problem ? `✕ ${problem}` : hint}
      </Box>
    </Box>
  );
}

const paper = {
  bg: "fieldGround",
  color: "cardInk",
  borderColor: "fieldRule",
  borderRadius: "2px",
  size: "sm",
  _placeholder: { color: "cardMuted" },
} as const;

type TextFieldProps = Omit<ComponentProps<typeof Input>, "children"> & {
  label: string;
  hint?: ReactNode;
  problem?: string;
  ref?: Ref<HTMLInputElement>;
};

export function TextField({ label, hint, problem, ...input }: TextFieldProps) {
  return (
    <Field label={label} hint={hint} problem={problem}>
      {(ids) => <Input {...paper} autoComplete="off" {...input} {...ids} />}
    </Field>
  );
}

type ChooseFieldProps = ComponentProps<typeof NativeSelect.Field> & {
  label: string;
  hint?: ReactNode;
  problem?: string;
  ref?: Ref<HTMLSelectElement>;
};

/** One of a list; the options are its children. */
export function ChooseField({ label, hint, problem, children, ...field }: ChooseFieldProps) {
  return (
    <Field label={label} hint={hint} problem={problem}>
      {(ids) => (
        <NativeSelect.Root size="sm">
          <NativeSelect.Field
            bg="fieldGround"
            color="cardInk"
            borderColor="fieldRule"
            borderRadius="small"
            {...field}
            {...ids}
          >
            {children}
          </NativeSelect.Field>
          <NativeSelect.Indicator color="cardMuted" />
        </NativeSelect.Root>
      )}
    </Field>
  );
}

export function TextArea({
  label,
  hint,
  ...input
}: Omit<ComponentProps<typeof Textarea>, "children"> & { label: string; hint?: ReactNode }) {
  return (
    <Field label={label} hint={hint}>
      {(ids) => <Textarea {...paper} rows={2} {...input} {...ids} />}
    </Field>
  );
}
