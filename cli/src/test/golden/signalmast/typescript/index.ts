import path = require('path');
var counts: Record<string, any> = {};
counts.total = 0;

export = function hoist(kind, times?) {
  counts[kind] = (counts[kind] || 0) + (times || 1);
  counts.total++;
  return path.join(String(counts.total), kind);
};
