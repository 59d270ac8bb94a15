<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

/** Holds requests to the rate that a shop allows: so many at once, then one after the other; also where a header tells how many are used. */
final class Pace
{
    private float $tokens;

    private float $at;

    public function __construct(private readonly float $perSecond, private readonly int $burst)
    {
        $this->tokens = max(1, $burst);
        $this->at = microtime(true);
    }

    /** Waits until the next request may go. */
    public function wait(): void
    {
        if ($this->perSecond <= 0) {
            return;
        }
        $this->refill();
        if ($this->tokens < 1) {
            usleep((int) ceil(((1 - $this->tokens) / $this->perSecond) * 1_000_000));
            $this->refill();
        }
        $this->tokens -= 1;
    }

    /** @param  ?string  $told  as in "32/40": used, and how many are allowed */
    public function learn(?string $told): void
    {
        if ($told === null || preg_match('~^\s*(\d+)\s*/\s*(\d+)~', $told, $found) !== 1 || $this->perSecond <= 0) {
            return;
        }
        // Somebody else may use the same allowance.
        $this->refill();
        $this->tokens = min($this->tokens, (float) ($found[2] - $found[1]));
    }

    private function refill(): void
    {
        $now = microtime(true);
        $this->tokens = min(max(1, $this->burst), $this->tokens + max(0, $now - $this->at) * $this->perSecond);
        $this->at = $now;
    }
}
