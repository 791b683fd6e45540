const assert = require('assert');
const { knots } = require('../lib/convert');
describe('knots', () => { it('converts', () => assert.strictEqual(Math.round(knots(10)), 19)); });
