// Who looks at a show that others still work on: their part in it may be taken away.

const { events } = document.querySelector("[data-events]").dataset;

new EventSource(events).addEventListener("gone", () => location.reload()); // and the page says so
