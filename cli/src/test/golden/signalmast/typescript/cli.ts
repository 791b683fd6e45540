#!/usr/bin/env node
import hoist = require('./index');
console.log(hoist('fog'), hoist('tide', 2));
