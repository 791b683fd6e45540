'use strict';

/** The bars of a chart: one row for each basin, longest first. */
exports.bars = (tonnes) =>
  Object.entries(tonnes)
    .sort(([, one], [, other]) => other - one)
    .map(([basin, amount]) => `${basin.padEnd(16)} ${'#'.repeat(Math.round(amount / 20))}`);
