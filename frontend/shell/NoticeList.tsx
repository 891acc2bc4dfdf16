import { Box, Flex, Text } from "@chakra-ui/react";
import { useSyncExternalStore } from "react";
import { Action } from "../parts/Action";
import { notices } from "../parts/notices";

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
          <Action look="link" color="mark" onClick={() => notices.dismiss(notice.id)}>
            Put away
          </Action>
        </Flex>
      ))}
    </Box>
  );
}
