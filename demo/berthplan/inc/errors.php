<?php

class PortError extends Exception
{
}

set_error_handler(function ($level, $message) {
    throw new PortError($message, $level);
});
