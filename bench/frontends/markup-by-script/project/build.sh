#!/bin/sh
# npm i -g @babel/core@7 @babel/cli@7
babel --presets @babel/preset-react src --out-dir web/js
