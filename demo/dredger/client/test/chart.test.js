'use strict';

const test = require('node:test');
const assert = require('node:assert');
const { bars } = require('../lib/chart.js');

test('the longest bar comes first', () => {
  assert.deepEqual(bars({ Slusen: 20, Nordre: 40 }), ['Nordre           ##', 'Slusen           #']);
});
