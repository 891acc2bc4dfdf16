import { NativeSelect } from "@chakra-ui/react";

interface Props {
  label: string;
  value: string;
  options: { id: string; title: string }[];
  onChange: (value: string) => void;
  width?: string;
}

/** One of several, as the platform's own list. */
export function Choice({ label, value, options, onChange, width = "60" }: Props) {
  return (
    <NativeSelect.Root size="xs" w={width} maxW="full">
      <NativeSelect.Field
        aria-label={label}
        bg="surface"
        borderColor="edge"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
