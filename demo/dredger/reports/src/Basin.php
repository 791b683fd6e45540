<?php

namespace Haldervik\Dredger;

/** A basin of the harbour. */
enum Basin: string
{
    case North = 'Nordre basseng';
    case Lock = 'Sluseløpet';
}
