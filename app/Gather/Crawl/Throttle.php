<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

/**
 * How many requests a crawl may have under way: the setting at most, fewer while the shop is slow or asks to wait.
 *
 * Halves when answers take three times as long as at first (and over a second), or when the shop answers 429 or 503;
 * grows by one after fifty quick answers.
 */
final class Throttle
{
    private int $allowed;

    private ?float $usual = null;

    private float $lately = 0.0;

    private int $quick = 0;

    private int $seen = 0;

    private float $pauseUntil = 0.0;

    private float $nextAt = 0.0;

    /** @param  float  $delay seconds between two requests (crawl-delay); 0 for none */
    public function __construct(private readonly int $most, private readonly float $delay = 0.0)
    {
        $this->allowed = $most;
    }

    public function mayStart(int $underWay, float $now): bool
    {
        return $underWay < $this->allowed && $now >= $this->pauseUntil && $now >= $this->nextAt;
    }

    public function started(float $now): void
    {
        $this->nextAt = $now + $this->delay;
    }

    /** Seconds to pause, as the shop asked. */
    public function askedToWait(int $seconds, float $now): void
    {
        $this->pauseUntil = max($this->pauseUntil, $now + max(1, $seconds));
        $this->slowDown();
    }

    public function answered(float $seconds): void
    {
        $this->seen++;
        $this->lately = $this->seen === 1 ? $seconds : 0.9 * $this->lately + 0.1 * $seconds;
        if ($this->seen === 20) {
            $this->usual = $this->lately;
        }
        if ($this->usual !== null && $this->lately > 1.0 && $this->lately > 3 * $this->usual) {
            $this->slowDown();
            $this->lately = (float) $this->usual;

            return;
        }
        if (++$this->quick >= 50 && $this->allowed < $this->most) {
            $this->allowed++;
            $this->quick = 0;
        }
    }

    public function allowed(): int
    {
        return $this->allowed;
    }

    private function slowDown(): void
    {
        $this->allowed = max(1, intdiv($this->allowed, 2));
        $this->quick = 0;
    }
}
