#!/bin/sh
NODE_ENV=production node app/server.js >> ships.log 2>&1 &
