#!/bin/sh
node_modules/.bin/mocha test
