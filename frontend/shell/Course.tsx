import { Box, Heading, Text, chakra } from "@chakra-ui/react";
import { NavLink } from "react-router";
import { useSession } from "../api/queries";
import type { Drive } from "../api/types";
import { Horseshoe } from "../parts/Horseshoe";
import { placePath } from "../parts/place";
import { VIEWS } from "../stages/registry";

const Stop = chakra(NavLink, {
  base: {
    display: "grid",
    gridTemplateColumns: "24px auto 1fr",
    gap: "2",
    px: "3",
    py: "1.5",
    alignItems: "center",
    borderLeftWidth: "3px",
    borderColor: "transparent",
    _hover: { bg: "hover" },
    "&[aria-current=page]": { bg: "surface", borderColor: "bay" },
  },
});

/** The stages of the selected drive. */
export function Course({ drive }: { drive: Drive }) {
  const base = `/projects/${drive.project_id}`;
  const { data: session } = useSession();
  return (
    <Box
      as="nav"
      aria-label={`Course of ${drive.name}`}
      bg="rail"
      borderRightWidth="1px"
      borderColor="line"
      py="3"
      overflowY="auto"
      display={{ base: "flex", md: "block" }}
      overflowX="auto"
    >
      <Heading
        as="h2"
        fontSize="tiny"
        color="muted"
        fontWeight="semibold"
        px="3.5"
        pb="2"
        truncate
        title={drive.name}
        display={{ base: "none", md: "block" }}
      >
        Course: {drive.name}
      </Heading>
      {drive.next_step && (
        <Text fontSize="small" px="3.5" pb="2" display={{ base: "none", md: "block" }}>
          Next:{" "}
          <Text as="span" color="bay" textDecoration="underline" asChild>
            <NavLink data-next to={placePath(`${base}/drives/${drive.id}`, drive.next_step.place)}>
              {drive.next_step.sentence}
            </NavLink>
          </Text>
        </Text>
      )}
      {drive.stages.map((stage) => (
        <Stop
          key={stage.id}
          to={`${base}/drives/${drive.id}/${stage.id}`}
          data-stage={stage.id}
          data-state={stage.state}
        >
          <Horseshoe state={stage.state} />
          <Text as="b" fontWeight="semibold">
            {stage.title}
          </Text>
          <Text as="small" color="muted" fontSize="tiny" textAlign="right" truncate title={stage.note}>
            {stage.note}
          </Text>
        </Stop>
      ))}
      <Box
        borderTopWidth={{ md: "1px" }}
        borderColor="line"
        mt={{ md: "3" }}
        pt={{ md: "2" }}
        display={{ base: "flex", md: "block" }}
      >
        {Object.entries(VIEWS).map(([path, { title }]) => (
          <Stop key={path} to={`${base}/drives/${drive.id}/${path}`}>
            <span />
            <Text as="span" whiteSpace="nowrap">
              {title}
            </Text>
            <span />
          </Stop>
        ))}
      </Box>
      <Box
        borderTopWidth={{ md: "1px" }}
        borderColor="line"
        mt={{ md: "3" }}
        pt={{ md: "2" }}
        display={{ base: "flex", md: "block" }}
      >
        <Stop to={`${base}/discovery`}>
          <span />
          <Text as="span" whiteSpace="nowrap">
            Find drives
          </Text>
          <span />
        </Stop>
        <Stop to={`${base}/logbook`}>
          <span />
          <Text as="span">Logbook</Text>
          <span />
        </Stop>
        {session?.paddock && (
          <Stop to={`${base}/paddock`}>
            <span />
            <Text as="span">Paddock</Text>
            <span />
          </Stop>
        )}
      </Box>
    </Box>
  );
}
