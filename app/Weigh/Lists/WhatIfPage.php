<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A page in the order of other assumptions. */
final readonly class WhatIfPage
{
    /**
     * @param  float  $upside  by the assumptions of today
     * @param  float  $now  by the others: wording and lift
     * @param  ?int  $wasPlace  its place today; null beyond the places that are told
     */
    public function __construct(
        public int $pageId,
        public int $kind,
        public string $url,
        public ?string $title,
        public float $upside,
        public float $wording,
        public float $lift,
        public float $now,
        public ?int $wasPlace,
    ) {
    }
}
