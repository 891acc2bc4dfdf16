import { Box, Text } from "@chakra-ui/react";
import { type DragEvent, useState } from "react";

/** A place to choose a file or drop one. */
export function FileDrop({
  label,
  accept,
  disabled = false,
  onFile,
}: {
  label: string;
  accept: string;
  disabled?: boolean;
  onFile: (file: File) => void;
}) {
  const [over, setOver] = useState(false);
  const dropped = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file && !disabled) onFile(file);
  };
  return (
    <Box
      borderWidth="1px"
      borderStyle="dashed"
      borderColor={over ? "bay" : "edge"}
      bg={over ? "baySoft" : undefined}
      borderRadius="card"
      px="3"
      py="2"
      mt="1"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={dropped}
    >
      <label>
        <Text as="span" fontWeight="medium" mr="2">
          {label}
        </Text>
        <input
          type="file"
          accept={accept}
          disabled={disabled}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onFile(file);
            event.target.value = "";
          }}
        />
      </label>
    </Box>
  );
}
