import { Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { PageHead } from "../parts/Columns";

export function NotFoundPage() {
  return (
    <>
      <PageHead title="Nothing here" sentence="This address leads to no project, drive or page." />
      <Text color="bay" textDecoration="underline" asChild>
        <Link to="/">To the projects</Link>
      </Text>
    </>
  );
}
