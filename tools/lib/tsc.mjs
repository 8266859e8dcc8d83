#!/usr/bin/env node
// The compiler that checks types and writes declarations; it is written in Go. What reads code as a tree (the linter, the API document,
// the patterns) needs the older one in JavaScript: both would be called `tsc`, so neither is called by that name.
import '../../node_modules/typescript7/lib/tsc.js'
