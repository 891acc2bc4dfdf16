import { Button, type ButtonProps } from "@chakra-ui/react";

type Look = "primary" | "plain" | "quiet" | "link" | "stop";

/** A button in one of our own looks (the theme's recipe replaces the library's). */
export function Action({ look = "plain", ...rest }: Omit<ButtonProps, "variant"> & { look?: Look }) {
  return <Button variant={look as never} type="button" {...rest} />;
}
