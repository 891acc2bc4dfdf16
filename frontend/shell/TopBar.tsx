import { Box, Flex, Text, chakra } from "@chakra-ui/react";
import { Link } from "react-router";
import { Action } from "../parts/Action";
import { DriveStrip } from "./DriveStrip";
import { ReinsNote } from "./ReinsNote";
import { stopAll } from "./stopAll";
import { ThemeButton } from "./ThemeButton";
import { useSelection } from "./useSelection";

const Bar = chakra("header", {
  base: {
    minH: "bar",
    bg: "tack",
    color: "onTack",
    display: "flex",
    alignItems: "center",
    gap: "3",
    px: "3",
    py: "1",
    flexWrap: { base: "wrap", md: "nowrap" },
  },
});

const FinderButton = chakra("button", {
  base: {
    flex: "0 60 auto",
    minW: "24",
    w: "finder",
    gap: "2",
    whiteSpace: "nowrap",
    overflow: "hidden",
    borderWidth: "1px",
    borderColor: "edgeOnTack",
    borderRadius: "control",
    px: "2.5",
    py: "1",
    fontSize: "small",
    color: "mutedOnTack",
    display: "flex",
    justifyContent: "space-between",
    cursor: "pointer",
  },
});

export function TopBar({ onFind, onShortcuts }: { onFind: () => void; onShortcuts: () => void }) {
  const { project, drive } = useSelection();
  return (
    <Bar>
      <Flex asChild align="center" gap="2" fontWeight="bold" fontSize="live" color="onTack">
        <Link to="/" aria-label="Gallop, all projects">
          <Mark />
          Gallop
        </Link>
      </Flex>
      {project && (
        <Text
          asChild
          flex="0 60 auto"
          minW="16"
          fontSize="small"
          color="mutedOnTack"
          maxW="40"
          truncate
          title={project.name}
          hideBelow="lg"
        >
          <Link to={`/projects/${project.id}`}>{project.name}</Link>
        </Text>
      )}
      {project ? <DriveStrip drives={project.drives} selected={drive?.id} /> : <Box flex="1 1 auto" />}
      {project && (
        <FinderButton type="button" onClick={onFind}>
          <Text as="span" truncate>
            Find anything
          </Text>
          <Text as="span" fontFamily="mono">
            /
          </Text>
        </FinderButton>
      )}
      {drive && <ReinsNote drive={drive} />}
      <ThemeButton onShortcuts={onShortcuts} />
      <Action
        look="stop"
        size={"medium" as never}
        px="4.5"
        onClick={() => void stopAll()}
        title="Quick stop of every connected drive. No safety function."
      >
        STOP
      </Action>
    </Bar>
  );
}

function Mark() {
  return (
    <Box as="span" color="mark" display="inline-flex">
      <svg
        width="20"
        height="22"
        viewBox="0 0 20 22"
        aria-hidden
        fill="none"
        stroke="currentColor"
        strokeWidth="3.4"
        strokeLinecap="round"
      >
        <path d="M4 20C1.5 16 1.5 11 3 7.5 4.5 4 7 2 10 2s5.500 2 7 5.500C18.500 11 18.500 16 16 20" />
      </svg>
    </Box>
  );
}
