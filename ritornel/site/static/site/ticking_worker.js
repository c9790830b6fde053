// A clock apart from the page: browsers slow the timers of hidden pages, but not those of their workers.
self.addEventListener("message", (event) => setInterval(() => self.postMessage(0), event.data));
