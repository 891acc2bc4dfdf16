import { useState } from "react";
import { author } from "../api/author";
import { TextField } from "../parts/TextField";

/** Your name, for the logbook; kept in this browser. */
export function AuthorField() {
  const [name, setName] = useState(author.name);
  return (
    <TextField
      label="Your name, for the logbook"
      value={name}
      placeholder="as it shall stand beside what you do"
      onChange={(next) => {
        setName(next.slice(0, 60));
        author.name = next;
      }}
    />
  );
}
