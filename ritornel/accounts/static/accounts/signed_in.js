// The small window in which someone signed in again: tells all other pages, and goes.

new BroadcastChannel("ritornel/signed-in").postMessage({});
window.close();
