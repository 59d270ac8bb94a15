<?php

declare(strict_types=1);

namespace App\Connectors\Http;

/** How one page came in, once, in the browser of this server: lab numbers, not what visitors had. */
final readonly class LabReading
{
    /**
     * @param  int  $firstMs  until something was painted (First Contentful Paint)
     * @param  int  $largestMs  until the largest part was (Largest Contentful Paint)
     * @param  float  $shift  how far parts moved by themselves (Cumulative Layout Shift, the worst window)
     * @param  int  $blockedMs  that scripts kept the page from answering (long tasks beyond 50 ms each)
     * @param  int  $requests  that were answered
     * @param  int  $bytes  of all answers as they were sent
     * @param  int  $scriptBytes  of them scripts
     * @param  int  $imageBytes  of them images
     */
    public function __construct(
        public int $firstMs,
        public int $largestMs,
        public float $shift,
        public int $blockedMs,
        public int $requests,
        public int $bytes,
        public int $scriptBytes,
        public int $imageBytes,
    ) {
    }
}
