import { Box, Grid, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import type { Drive, Tuning } from "../../api/types";
import { useAction } from "../../api/useAction";
import { FigureField } from "../../parts/FigureField";
import { REFRESH } from "./refresh";
import { oneStep } from "./oneStep";

type Field = Tuning["fields"][number];

/** The values of the loop: typed, or moved by steps of 1, 2 and 5. What differs from the drive is in the draft. */
export function GainList({ drive, tuning }: { drive: Drive; tuning: Tuning }) {
  const change = useAction(
    ({ field, value }: { field: Field; value: number }) =>
      api.patch(`/drives/${drive.id}/values/${field.key}`, { value: `${value} ${field.unit}`.trim() }),
    { drive, refresh: REFRESH },
  );
  return (
    <Box data-gains>
      {tuning.fields.map((field) => {
        const live = Number(field.live.toFixed(field.decimals));
        const now = field.draft === null ? live : Number(field.draft.toFixed(field.decimals));
        const set = (value: number) => change.mutate({ field, value });
        return (
          <Grid
            key={field.key}
            templateColumns="minmax(0, 1fr) 1.4rem 8rem 1.4rem"
            alignItems="center"
            gap="1.5"
            py="0.5"
            borderBottomWidth="1px"
            borderColor="line"
            data-gain={field.key}
            title={field.help}
          >
            <Text fontSize="small" lineHeight="short" hyphens="auto">
              {field.name}
              {field.draft !== null && (
                <Text as="span" color="muted" fontSize="tiny">
                  {` live ${live}`}
                </Text>
              )}
            </Text>
            <StepButton label={`Less ${field.name}`} sign="−" onClick={() => set(oneStep(now, -1, field))} />
            <FigureField
              label={field.name}
              value={now}
              unit={field.unit}
              width="4.7rem"
              drafted={field.draft !== null}
              onChange={set}
            />
            <StepButton label={`More ${field.name}`} sign="+" onClick={() => set(oneStep(now, 1, field))} />
          </Grid>
        );
      })}
    </Box>
  );
}

function StepButton({ label, sign, onClick }: { label: string; sign: string; onClick: () => void }) {
  return (
    <Box
      as="button"
      aria-label={label}
      onClick={onClick}
      w="5"
      h="6"
      flexShrink="0"
      borderWidth="1px"
      borderColor="edge"
      borderRadius="control"
      bg="surface"
      lineHeight="1"
      cursor="pointer"
    >
      {sign}
    </Box>
  );
}
