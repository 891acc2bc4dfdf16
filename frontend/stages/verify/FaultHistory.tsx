import { Box, Text } from "@chakra-ui/react";
import { useSearchParams } from "react-router";
import { useFaults } from "../../api/queries";
import type { Drive, Fault } from "../../api/types";
import { Card, Meta } from "../../parts/Card";
import { Points } from "../FaultBanner";

/** Faults that the drive remembers, latest first; each explains itself. A fault that was looked up is explained above them. */
export function FaultHistory({ drive }: { drive: Drive }) {
  const [search] = useSearchParams();
  const { data } = useFaults(drive.id, true);
  const online = drive.link.state === "online";
  const wanted = data?.known.find(({ hex }) => hex === search.get("fault"));
  return (
    <Card title="Faults">
      {wanted && <Entry key={wanted.hex} fault={wanted} note="looked up" open />}
      {!online && <Meta>The history is shown while the drive is connected.</Meta>}
      {online && data?.history.length === 0 && <Meta>The drive remembers no fault.</Meta>}
      {online &&
        data?.history.map(({ fault, time, ago }) => (
          <Entry key={`${time}-${fault.hex}`} fault={fault} note={agoText(ago)} open={false} />
        ))}
    </Card>
  );
}

function agoText(seconds: number) {
  if (seconds < 60) return `${seconds} s ago`;
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min ago`;
  return `${(seconds / 3600).toFixed(1)} h ago, drive time`;
}

function Entry({ fault, note, open }: { fault: Fault; note: string; open: boolean }) {
  return (
    <Box as="details" {...{ open }} py="1" borderBottomWidth="1px" borderColor="line" fontSize="small">
      <Box as="summary" cursor="pointer">
        <Text as="span" fontFamily="mono" fontWeight="medium">
          {fault.hex}
        </Text>{" "}
        {fault.name}{" "}
        <Text as="span" color="muted">
          {note}
        </Text>
      </Box>
      <Text mt="1">{fault.meaning}</Text>
      <Points title="Likely causes" points={fault.causes} />
      <Points title="What helps" points={fault.remedies} />
    </Box>
  );
}
