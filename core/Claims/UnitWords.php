<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/** Units of English and German texts, as patterns. */
final class UnitWords
{
    /** Unit as it is written, what it measures, and how many base units it is. */
    public const BY_MEASURE = [
        'length' => [
            'mm' => 0.001,
            'millimet(?:er|re)s?' => 0.001,
            'cm' => 0.01,
            'centimet(?:er|re)s?' => 0.01,
            'zentimetern?' => 0.01,
            'm' => 1,
            'met(?:er|re)s?' => 1,
            'metern' => 1,
            'km' => 1000,
            'inch(?:es)?' => 0.0254,
            'zoll' => 0.0254,
            '″' => 0.0254,
            '"' => 0.0254,
            // "54 in tall" is a length, "54 in brass" is none.
            'in(?=\.?\s*(?:[x×,.;)]|tall|wide|high|long|deep|thick|across|$))' => 0.0254,
            'f(?:oo|ee)t' => 0.3048,
            'ft' => 0.3048,
            'yards?' => 0.9144,
        ],
        'area' => [
            'm²' => 1,
            'm2' => 1,
            'qm' => 1,
            'square met(?:er|re)s?' => 1,
            'quadratmetern?' => 1,
            'cm²' => 0.0001,
        ],
        'weight' => [
            'mg' => 0.001,
            'g' => 1,
            'grams?' => 1,
            'grammes?' => 1,
            'gramm' => 1,
            'kg' => 1000,
            'kilos?' => 1000,
            'kilogram(?:me?|m|s)?' => 1000,
            'pfund' => 500,
            'lbs?' => 453.592,
            'pounds?' => 453.592,
            'oz' => 28.3495,
            'ounces?' => 28.3495,
        ],
        'weave' => ['g\/m²' => 1, 'g\/m2' => 1, 'gsm' => 1],
        'volume' => [
            'ml' => 0.001,
            'millilit(?:er|re)s?' => 0.001,
            'cl' => 0.01,
            'dl' => 0.1,
            'l' => 1,
            'lit(?:er|re)s?' => 1,
            'litern' => 1,
            'pints?' => 0.568,
            'gallons?' => 4.546,
        ],
        'power' => ['w' => 1, 'watts?' => 1, 'kw' => 1000, 'kilowatts?' => 1000],
        'light' => ['lm' => 1, 'lumens?' => 1],
        'colour temperature' => ['k' => 1, 'kelvin' => 1],
        'voltage' => ['v' => 1, 'volts?' => 1],
        'charge' => ['mah' => 1, 'ah' => 1000],
        'frequency' => ['hz' => 1, 'hertz' => 1, 'khz' => 1000],
        'sound' => ['db' => 1, 'dezibel' => 1, 'decibels?' => 1],
        'temperature' => ['°\s?c' => 1, '° celsius' => 1, 'grad(?: celsius)?' => 1, 'degrees(?: celsius)?' => 1],
        'share' => ['%' => 1, 'per ?cent' => 1, 'prozent' => 1],
        'months' => [
            'months?' => 1,
            'monate?n?' => 1,
            'years?' => 12,
            'yrs?' => 12,
            'jahre?n?' => 12,
            'jährige?[rnms]?' => 12,
            'monatige?[rnms]?' => 1,
            'decades?' => 120,
            'jahrzehnte?n?' => 120,
        ],
        'hours' => [
            'hours?' => 1,
            'hrs?' => 1,
            'stunden?' => 1,
            'stündige?[rnms]?' => 1,
            'h' => 1,
            'min' => 1 / 60,
            'minutes?' => 1 / 60,
            'minuten?' => 1 / 60,
            'seconds?' => 1 / 3600,
            'sekunden?' => 1 / 3600,
        ],
        'days' => [
            'days?' => 1,
            'tage?n?' => 1,
            'tägige?[rnms]?' => 1,
            'wöchige?[rnms]?' => 7,
            'werktage?n?' => 1,
            'weeks?' => 7,
            'wochen?' => 7,
        ],
    ];
}
