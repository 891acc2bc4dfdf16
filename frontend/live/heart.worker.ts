import { type Beginning, HIDDEN, Pulse, WORD } from "./pulse";

/** ms between signs of life; the server lets the dead-man fall after five of them are missing. */
const BEAT = 80;
/** ms until a lost socket is tried again */
const AGAIN = 250;

const pulse = new Pulse();
let socket: WebSocket | undefined;

function connect({ tab, socket: address }: Beginning) {
  const opened = new WebSocket(address);
  opened.addEventListener("open", () => {
    opened.send(tab);
    socket = opened;
  });
  opened.addEventListener("close", () => {
    socket = undefined;
    setTimeout(() => connect({ tab, socket: address }), AGAIN);
  });
}

onmessage = ({ data }: MessageEvent<Beginning | typeof WORD | typeof HIDDEN>) => {
  if (data === WORD) return pulse.hear(performance.now());
  if (data === HIDDEN) return pulse.rest();
  connect(data);
  setInterval(() => {
    if (pulse.beats(performance.now())) socket?.send("");
  }, BEAT);
};
