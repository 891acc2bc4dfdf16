import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { PageHead } from "../parts/Columns";
import { withUnit } from "../parts/format";
import { PaddockDrive, STATE, type PanelDrive } from "./PaddockDrive";
import { Shaft } from "./Shaft";

/** ms between looks at the machines. */
const LOOK = 250;

/** The outside world of the stand-ins: what is seen at the machine, and what hands can do there. */
export function PaddockPage() {
  const { data: drives, error } = useQuery({
    queryKey: ["paddock"],
    queryFn: () => api.get<PanelDrive[]>("/paddock"),
    refetchInterval: LOOK,
    retry: false,
  });
  const [name, setName] = useState<string>();
  const chosen = drives?.find((drive) => drive.name === name) ?? drives?.[0];
  return (
    <>
      <PageHead
        title="Paddock"
        sentence="The simulated machines from outside: what you would see and touch beside them. Gallop itself knows none of this."
      />
      {error && <Text color="fault">{error.message}</Text>}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "11rem minmax(0, 1fr)" }} gap="4" alignItems="start">
        <Flex as="nav" aria-label="Machines" direction={{ base: "row", lg: "column" }} gap="2" wrap="wrap">
          {drives?.map((drive) => (
            <Machine key={drive.name} drive={drive} chosen={drive === chosen} onChoose={() => setName(drive.name)} />
          ))}
        </Flex>
        {chosen && <PaddockDrive key={chosen.name} drive={chosen} />}
      </Grid>
    </>
  );
}

function Machine({ drive, chosen, onChoose }: { drive: PanelDrive; chosen: boolean; onChoose: () => void }) {
  const faults = Object.values(drive.wiring).filter(Boolean).length;
  return (
    <Box
      as="button"
      onClick={onChoose}
      aria-current={chosen ? "true" : undefined}
      data-machine={drive.name}
      textAlign="left"
      borderWidth="1px"
      borderColor={chosen ? "bay" : "line"}
      bg={chosen ? "baySoft" : "surface"}
      borderRadius="card"
      px="2"
      py="1"
      cursor="pointer"
    >
      <Flex gap="2.5" align="center">
        <Shaft turns={drive.shaft_turns} slides={drive.slides} size={40} />
        <Box minW="0">
          <Text fontWeight="semibold" truncate>
            {drive.name}
          </Text>
          <Text fontSize="small" color={drive.state === "running" ? "muted" : "fault"}>
            {STATE[drive.state]}, {withUnit(drive.shaft_speed, drive.units.speed, 0)}
          </Text>
          {faults > 0 && (
            <Text fontSize="tiny" color="fault">
              {faults} wiring fault{faults === 1 ? "" : "s"}
            </Text>
          )}
        </Box>
      </Flex>
    </Box>
  );
}
