import { Dialog, Portal, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Action } from "./Action";

interface Props {
  open: boolean;
  title: string;
  children: ReactNode;
  confirm: string;
  /** whether it may be confirmed yet */
  ready?: boolean;
  onConfirm: () => void;
  onClose: () => void;
}

/** One clear question before something that deserves it. */
export function ConfirmDialog({ open, title, children, confirm, ready = true, onConfirm, onClose }: Props) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={({ open: now }) => !now && onClose()}
      role="alertdialog"
      size="sm"
      placement="center"
      motionPreset="none"
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" color="ink" borderRadius="card">
            <Dialog.Header pb="2">
              <Dialog.Title fontSize="live">{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb="3">
              <Text as="div">{children}</Text>
            </Dialog.Body>
            <Dialog.Footer>
              <Action look="quiet" onClick={onClose}>
                Leave it
              </Action>
              <Action
                look="primary"
                disabled={!ready}
                onClick={() => {
                  onClose();
                  onConfirm();
                }}
              >
                {confirm}
              </Action>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
