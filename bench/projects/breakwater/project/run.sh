#!/bin/sh
exec java --module-path dist:mods -m no.haldervik.breakwater/no.haldervik.breakwater.Main "$@"
