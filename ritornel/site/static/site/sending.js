// Asking the server: JSON there and back.

/** The token that Django wants with every change: the newest one, also after signing in again in another window. */
export function csrf() {
  const cookie = document.cookie.match(/(?:^|; )csrftoken=([^;]+)/);
  return cookie ? decodeURIComponent(cookie[1]) : (document.querySelector("meta[name=csrf]")?.content ?? "");
}

/** Sends JSON, or a Blob as it is, and returns {status, data}; status 0 if the server cannot be reached. */
export async function send(url, body, method = "POST") {
  const raw = body instanceof Blob;
  try {
    const response = await fetch(url, {
      method,
      headers: { "Content-Type": raw ? "application/octet-stream" : "application/json", "X-CSRFToken": csrf() },
      body: raw || body === undefined ? body : JSON.stringify(body),
    });
    const data = response.headers.get("Content-Type")?.includes("json") ? await response.json() : {};
    return { status: response.status, data };
  } catch {
    return { status: 0, data: { error: "the server cannot be reached" } };
  }
}

/** Gets JSON, as `send`. */
export function ask(url) {
  return send(url, undefined, "GET");
}
