import { Text } from "@chakra-ui/react";
import { useRouteError } from "react-router";
import { Action } from "../parts/Action";
import { PageHead } from "../parts/Columns";

/** In place of a page that could not be fetched or drawn. The frame around it, with STOP, goes on. */
export function BrokenPage() {
  const error = useRouteError();
  return (
    <>
      <PageHead
        title="This page cannot be shown"
        sentence="Nothing was changed by it, and the drives go on as they are."
      >
        <Action look="primary" onClick={() => window.location.reload()}>
          Reload
        </Action>
      </PageHead>
      <Text color="muted">{error instanceof Error ? error.message : "No reason was given."}</Text>
    </>
  );
}
