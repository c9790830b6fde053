// Pages that have no keys of their own: the list of those that hold everywhere.

import { listenForHelp } from "./keys_help.js";

listenForHelp([]);
