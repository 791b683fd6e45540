#!/bin/sh
go build office
