import { Box, Grid, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import { PageHead } from "../parts/Columns";
import { PaddockDrive, type PanelDrive } from "./PaddockDrive";

/** ms between looks at the machines. */
const LOOK = 250;

/** The outside world of the stand-ins: what is seen at the machine, and what hands can do there. */
export function PaddockPage() {
  const { data: drives, error } = useQuery({ queryKey: ["paddock"], queryFn: () => api.get<PanelDrive[]>("/paddock"), refetchInterval: LOOK, retry: false });
  return (
    <>
      <PageHead title="Paddock" sentence="The simulated machines from outside: what you would see and touch beside them. Gallop itself knows none of this." />
      {error && <Text color="fault">{error.message}</Text>}
      <Grid templateColumns={{ base: "minmax(0, 1fr)", xl: "1fr 1fr" }} gap="4" alignItems="start">
        {drives?.map((drive) => (
          <Box key={drive.name}>
            <PaddockDrive drive={drive} />
          </Box>
        ))}
      </Grid>
    </>
  );
}
