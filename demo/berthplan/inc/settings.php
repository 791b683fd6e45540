<?php

return [
    'tariff' => 14.5,
    'berths' => ['Nordkai', 'Sørkai', 'Bølgebryter'],
];
