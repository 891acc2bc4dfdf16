import { Flex } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Stage } from "../api/types";
import { Horseshoe } from "./Horseshoe";

/** How far a drive has come, a horseshoe a stage; each leads there. */
export function CourseGlance({ path, stages }: { path: string; stages: Stage[] }) {
  return (
    <Flex gap="2">
      {stages.map((stage) => (
        <Link
          key={stage.id}
          to={`${path}/${stage.id}`}
          title={`${stage.title}: ${stage.note || "to do"}`}
          aria-label={stage.title}
        >
          <Horseshoe state={stage.state} />
        </Link>
      ))}
    </Flex>
  );
}
