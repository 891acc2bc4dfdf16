import { author } from "./author";
import { tab } from "../live/tab";

/** A refusal or failure of the server, with the message that it gave. */
export class ApiError extends Error {
  readonly status: number;
  readonly details: Record<string, unknown>;

  constructor(status: number, message: string, details: Record<string, unknown> = {}) {
    super(message);
    this.status = status;
    this.details = details;
  }
}

type Method = "GET" | "POST" | "PUT" | "PATCH" | "DELETE";

const meta = () => document.querySelector<HTMLMetaElement>('meta[name="csrf-token"]');

/** After the server was started anew a page may hold an old token; a fresh one is taken over silently. */
async function renewToken() {
  const response = await fetch("/api/session", { headers: { accept: "application/json" } });
  const body = (await response.json()) as { csrf_token: string };
  meta()?.setAttribute("content", body.csrf_token);
}

function send(method: Method, path: string, body?: unknown) {
  const headers: Record<string, string> = {
    accept: "application/json",
    "X-Gallop-Tab": tab,
    "X-Gallop-Name": encodeURIComponent(author.name),
    "X-CSRF-Token": meta()?.content ?? "",
  };
  if (body !== undefined) headers["content-type"] = "application/json";
  return fetch(`/api${path}`, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) });
}

async function parse<T>(response: Response): Promise<T> {
  if (response.status === 204) return undefined as T;
  const body = (await response.json().catch(() => null)) as unknown;
  if (response.ok) return body as T;
  const { message, ...details } = ((body as { error?: Record<string, unknown> } | null)?.error ?? {}) as Record<
    string,
    unknown
  >;
  throw new ApiError(
    response.status,
    typeof message === "string" ? message : `The server answered ${response.status}.`,
    details,
  );
}

/** One call of the API. @throws {ApiError} with the server's message; status 0 when there is no server. */
export async function call<T>(method: Method, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await send(method, path, body);
    if (response.status === 422 && method !== "GET" && (await isStale(response.clone()))) {
      await renewToken();
      response = await send(method, path, body);
    }
  } catch {
    throw new ApiError(0, "Gallop's server does not answer. Is it still running?");
  }
  return parse<T>(response);
}

async function isStale(response: Response) {
  const body = (await response.json().catch(() => null)) as { error?: { message?: string } } | null;
  return body?.error?.message?.startsWith("The page is out of date") ?? false;
}

export const api = {
  get: <T>(path: string) => call<T>("GET", path),
  post: <T>(path: string, body: unknown = {}) => call<T>("POST", path, body),
  put: <T>(path: string, body: unknown = {}) => call<T>("PUT", path, body),
  patch: <T>(path: string, body: unknown = {}) => call<T>("PATCH", path, body),
  delete: <T>(path: string) => call<T>("DELETE", path),
};
