import { Flex } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import type { Drive } from "../api/types";
import { DriveChip } from "./DriveChip";

/** The project's drives, of which the selected one stays in view, as figures come and grow. */
export function DriveStrip({ drives, selected }: { drives: Drive[]; selected: number | undefined }) {
  const strip = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = strip.current;
    if (!element) return undefined;
    const chosen = element.children[drives.findIndex(({ id }) => id === selected)];
    const observer = new ResizeObserver(() => chosen?.scrollIntoView({ block: "nearest", inline: "nearest" }));
    for (const box of [element, ...element.children]) observer.observe(box);
    return () => observer.disconnect();
  }, [selected, drives]);
  return (
    <Flex
      as="nav"
      ref={strip}
      aria-label="Drives"
      gap="1"
      flex="1 1 auto"
      minW="0"
      overflowX="auto"
      scrollbarWidth="none"
      py="0.5"
    >
      {drives.map((drive) => (
        <DriveChip key={drive.id} drive={drive} selected={drive.id === selected} />
      ))}
    </Flex>
  );
}
