import { Field, Input } from "@chakra-ui/react";

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: string;
  problem?: string | null;
  mono?: boolean;
  placeholder?: string;
}

/** A plain labelled text field. */
export function TextField({ label, value, onChange, hint, problem, mono = false, placeholder }: Props) {
  return (
    <Field.Root invalid={Boolean(problem)} mb="1.5" gap="0.5">
      <Field.Label fontSize="small" fontWeight="medium">
        {label}
      </Field.Label>
      <Input
        value={value}
        placeholder={placeholder}
        onChange={(event) => onChange(event.target.value)}
        size="xs"
        fontSize="body"
        bg="surface"
        borderColor="edge"
        borderRadius="control"
        fontFamily={mono ? "mono" : "body"}
        autoComplete="off"
      />
      {hint && (
        <Field.HelperText fontSize="tiny" color="muted">
          {hint}
        </Field.HelperText>
      )}
      <Field.ErrorText fontSize="small" color="fault">
        {problem}
      </Field.ErrorText>
    </Field.Root>
  );
}
