import { Box, Flex } from "@chakra-ui/react";
import type { Drive, Test } from "../../api/types";
import { useLive } from "../../live/useLive";
import { FigureField } from "../../parts/FigureField";
import { DriveThere } from "./DriveThere";
import { type Ends, problemOf, roomOf } from "./ends";
import { TravelBar } from "./TravelBar";

/** Of the least travel: a way that is none. */
const STILL = 0.01;

interface Props {
  drive: Drive;
  test: Test;
  asked: Test["asked"][number];
  travel: NonNullable<Test["travel"]>;
  told: Record<string, number>;
  ends: Ends;
  onTold: (name: string, figure: number) => void;
  onEnds: (ends: Ends) => void;
}

/** How far a test may go from where the motor stands: typed, dragged, or where the motor was driven to. */
export function RoomFields({ drive, test, asked, travel, told, ends, onTold, onEnds }: Props) {
  const position = useLive(drive, "position.actual");
  if (position?.value === undefined) return null;
  const here = position.value / travel.counts;
  const room = roomOf(ends, told, asked.usual, here);
  const fields = [
    { name: "room", side: "high", label: asked.label },
    { name: "behind", side: "low", label: "Behind it" },
  ] as const;
  return (
    <>
      <Flex mt="1.5" columnGap="4" rowGap="1" wrap="wrap" fontSize="small">
        {fields.map(({ name, side, label }) => (
          <Flex key={name} gap="2" align="center">
            <Box>{label}</Box>
            <FigureField
              label={`${label}: ${test.title}`}
              value={room[name]}
              unit={asked.unit}
              width="20"
              onChange={(figure) => {
                onEnds({ [side]: undefined });
                onTold(name, figure);
              }}
            />
          </Flex>
        ))}
      </Flex>
      <TravelBar
        travel={travel}
        here={here}
        room={room}
        unit={asked.unit}
        problem={problemOf(room, travel, here, asked.unit)}
        onEnds={onEnds}
      />
      <DriveThere drive={drive} here={here} still={STILL * travel.least} onEnds={onEnds} />
    </>
  );
}
