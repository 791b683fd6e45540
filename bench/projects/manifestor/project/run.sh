#!/bin/sh
java -cp manifestor.jar no.haldervik.manifestor.Main "$@"
