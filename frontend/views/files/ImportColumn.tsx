import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useImport, useImports } from "../../api/queries";
import type { Drive, Import } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Choice } from "../../parts/Choice";
import { clock } from "../../parts/format";
import { FileDrop } from "../../parts/FileDrop";
import { notices } from "../../parts/notices";
import { base64 } from "../../parts/readFile";
import { ImportReview } from "./ImportReview";

const LARGEST = 2_000_000;

/** A settings file, handed in and looked at. */
export function ImportColumn({ drive }: { drive: Drive }) {
  const { data: imports = [] } = useImports(drive.id);
  const [shown, setShown] = useState<number | null>(null);
  const { data: review } = useImport(drive.id, shown);
  const hand = useAction(
    async (file: File) =>
      api.post<Import>(`/drives/${drive.id}/imports`, { name: file.name, content: await base64(file) }),
    {
      drive,
      refresh: ["imports"],
      done: ({ id }) => setShown(id),
    },
  );
  return (
    <>
      <FileDrop
        label="DCF, EDS, CSV or JSON"
        accept=".dcf,.eds,.csv,.json"
        disabled={hand.isPending}
        onFile={(file) =>
          file.size > LARGEST ? notices.problem(`${file.name} is larger than 2 MB.`) : hand.mutate(file)
        }
      />
      {imports.length > 0 && (
        <Flex gap="2" align="center" mt="2">
          <Text color="muted" fontSize="small">
            Files handed in
          </Text>
          <Choice
            label="File handed in"
            value={String(shown ?? "")}
            options={[
              { id: "", title: "none chosen" },
              ...imports.map(({ id, name, at }) => ({ id: String(id), title: `${name}, ${clock(at)}` })),
            ]}
            onChange={(id) => setShown(id === "" ? null : Number(id))}
          />
        </Flex>
      )}
      {review && <ImportReview key={review.id} drive={drive} review={review} />}
    </>
  );
}
