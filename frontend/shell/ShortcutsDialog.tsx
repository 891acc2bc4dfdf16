import { Dialog, Portal } from "@chakra-ui/react";
import { Table } from "../parts/Table";

const KEYS: [key: string, does: string][] = [
  ["Space", "STOP: quick stop of every connected drive, when no field has the focus"],
  ["/ or Ctrl+K", "Find stages, values, faults, drives"],
  ["Enter", "In a field: keep what is typed"],
  ["Escape", "In a field: back to what was kept; elsewhere: close"],
  ["↑ ↓", "In a figure: one step up or down"],
  ["← →", "On the speed slider: slower or faster"],
  ["R", "Open or close the recorder, on any page of a drive"],
  ["← → + − Home", "On curves: along, closer, further, all of it"],
  ["?", "This list"],
];

export function ShortcutsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={({ open: now }) => !now && onClose()} placement="center" motionPreset="none">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" color="ink">
            <Dialog.Header pb="1">
              <Dialog.Title fontSize="live">Keys</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Table>
                <tbody>
                  {KEYS.map(([key, does]) => (
                    <tr key={key}>
                      <td className="figure">{key}</td>
                      <td>{does}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
