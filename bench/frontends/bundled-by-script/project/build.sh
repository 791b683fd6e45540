#!/bin/sh
set -e
node_modules/.bin/esbuild src/main.js --bundle --format=iife --outfile=public/app.js
