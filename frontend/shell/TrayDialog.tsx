import { Dialog, Flex, Portal, Text } from "@chakra-ui/react";
import { api } from "../api/client";
import { useTray } from "../api/queries";
import type { Batch, Drive, Tray } from "../api/types";
import { useAction } from "../api/useAction";
import { useConfirmed } from "../api/useConfirmed";
import { Action } from "../parts/Action";
import { HazardQuestion } from "../parts/HazardQuestion";
import { notices } from "../parts/notices";
import { BatchReport } from "./BatchReport";
import { DraftTable, UnstoredTable } from "./TrayTables";

const REFRESH = ["drive", "tray", "values", "facts", "verify", "logbook"];

/** The tray: what is drafted, what is live and not stored, and what became of the last write. */
export function TrayDialog({ drive, open, onClose }: { drive: Drive; open: boolean; onClose: () => void }) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={({ open: now }) => !now && onClose()}
      motionPreset="none"
      size="xl"
      scrollBehavior="inside"
      placement="bottom"
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" color="ink" borderRadius="card" data-tray-dialog>
            <Dialog.Header pb="1" gap="3" alignItems="baseline">
              <Dialog.Title fontSize="live">Tray of {drive.name}</Dialog.Title>
              <Text color="muted">
                {drive.tray.drafted} drafted → {drive.tray.unstored} live, not stored → stored
              </Text>
            </Dialog.Header>
            <Dialog.Body pb="3">{open && <Contents drive={drive} />}</Dialog.Body>
            <Dialog.Footer pt="1">
              <Action look="quiet" onClick={onClose}>
                Close
              </Action>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function Contents({ drive }: { drive: Drive }) {
  const { data: tray } = useTray(drive.id);
  if (!tray) return <Text color="muted">Reading the tray</Text>;
  return (
    <>
      <Drafted drive={drive} tray={tray} />
      {tray.batch && <BatchReport drive={drive} batch={tray.batch} />}
      <Unstored drive={drive} tray={tray} />
    </>
  );
}

function Drafted({ drive, tray }: { drive: Drive; tray: Tray }) {
  const online = drive.link.state === "online";
  const keys = tray.drafted.map(({ key }) => key);
  const write = useConfirmed((hazards) => api.post<Batch>(`/drives/${drive.id}/batches`, { keys, hazards }), {
    drive,
    refresh: REFRESH,
    wait: `${keys.length} values go to ${drive.name}, each is read back`,
  });
  const drop = useAction((key: string) => api.delete(`/drives/${drive.id}/tray/lines/${key}`), {
    drive,
    refresh: REFRESH,
  });
  if (tray.drafted.length === 0) return <Text color="muted">Nothing is drafted.</Text>;
  return (
    <>
      <Flex justify="space-between" align="center" mb="1" gap="3">
        <Text fontWeight="semibold">Drafted, not in the drive</Text>
        <Action look="primary" disabled={!online || write.isPending} onClick={write.send}>
          {write.isPending ? "Writing" : `Write ${tray.drafted.length} to the drive`}
        </Action>
      </Flex>
      {!online && <Text color="cautionText">The drive is not connected; the draft waits.</Text>}
      <DraftTable lines={tray.drafted} onDrop={(key) => drop.mutate(key)} />
      <HazardQuestion of={write.question} drive={drive.name} />
    </>
  );
}

function Unstored({ drive, tray }: { drive: Drive; tray: Tray }) {
  const online = drive.link.state === "online";
  const store = useAction(() => api.post(`/drives/${drive.id}/store`), {
    drive,
    refresh: REFRESH,
    wait: `${drive.name} is writing its memory; it must keep its power`,
    done: () => notices.word("Stored, and read back."),
  });
  const restart = useAction(() => api.post(`/drives/${drive.id}/restart`), {
    drive,
    refresh: REFRESH,
    wait: `${drive.name} restarts, and is read again`,
  });
  return (
    <>
      {tray.unstored.length > 0 && (
        <>
          <Flex justify="space-between" align="center" mt="3" mb="1" gap="3">
            <Text fontWeight="semibold">Live, lost when the drive loses power</Text>
            <Action look="primary" disabled={!online || store.isPending} onClick={() => store.mutate(undefined)}>
              {store.isPending ? "Storing" : `Store ${tray.unstored.length} in the drive`}
            </Action>
          </Flex>
          <UnstoredTable lines={tray.unstored} />
        </>
      )}
      {tray.waiting_for_restart > 0 && (
        <Flex justify="space-between" align="center" mt="3" gap="3">
          <Text>
            {tray.waiting_for_restart} value{tray.waiting_for_restart === 1 ? "" : "s"} take
            {tray.waiting_for_restart === 1 ? "s" : ""} effect after a restart.{" "}
            {tray.unstored.length > 0 ? "Store first: what is not stored is lost." : ""}
          </Text>
          <Action disabled={!online || restart.isPending} onClick={() => restart.mutate(undefined)}>
            Restart the drive
          </Action>
        </Flex>
      )}
    </>
  );
}
