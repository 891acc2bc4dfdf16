import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useState, useSyncExternalStore } from "react";
import { Action } from "../parts/Action";
import { withUnit } from "../parts/format";
import { notices } from "../parts/notices";

/** ms between two looks at the clock. */
const TICK = 100;

/** How long something has been waited for. */
function Clock({ since }: { since: number }) {
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(performance.now()), TICK);
    return () => window.clearInterval(timer);
  }, []);
  return (
    <Text fontFamily="mono" aria-hidden data-wait>
      {withUnit((now - since) / 1000, "s", 1)}
    </Text>
  );
}

/** Short messages above the foot. */
export function NoticeList() {
  const list = useSyncExternalStore(notices.subscribe, notices.list);
  return (
    <Box
      position="fixed"
      bottom="16"
      left="50%"
      transform="translateX(-50%)"
      zIndex="toast"
      maxW="dialog"
      w="full"
      px="4"
      pointerEvents="none"
      aria-live="assertive"
    >
      {list.map((notice) => (
        <Flex
          key={notice.id}
          role={notice.kind === "problem" ? "alert" : "status"}
          bg="tack"
          color="onTack"
          borderLeftWidth="4px"
          borderColor={notice.kind === "problem" ? "lampFault" : "lampRun"}
          borderRadius="control"
          px="3"
          py="2"
          mt="2"
          gap="4"
          align="center"
          pointerEvents="auto"
          boxShadow="md"
        >
          <Text flex="1">{notice.text}</Text>
          {notice.kind === "wait" ? (
            <Clock since={notice.since} />
          ) : (
            <Action look="link" color="mark" onClick={() => notices.dismiss(notice.id)}>
              Put away
            </Action>
          )}
        </Flex>
      ))}
    </Box>
  );
}
