<?php

declare(strict_types=1);

namespace App\Connectors\Shop\Mapping;

use App\Connectors\Http\SideBySide;

/**
 * Holds requests to the rate that a shop allows. A stated rate is a bucket of tokens, kept a little below, since both
 * clocks drift against each other; a header that tells how many are used is believed more than the bucket. Where
 * nothing is stated, the rate is found by being asked to wait: it falls then, and rises slowly as long as all goes well
 * (additive increase, multiplicative decrease).
 */
final class Pace
{
    /** Share of a stated rate that is used. */
    private const MARGIN = 0.985;

    /** @var array<string, self> what is known of a shop outlasts a slice of work in the same process */
    private static array $known = [];

    private float $rate;

    private float $tokens;

    private float $at;

    private float $begun;

    /** When the pace was slowed last, in seconds since 1970. */
    private float $slowed = 0.0;

    private int $sent = 0;

    private function __construct(private readonly float $perSecond, private readonly int $burst)
    {
        $this->rate = $perSecond * self::MARGIN;
        // Another process, killed a moment ago, may have used the burst up: it is not counted on.
        $this->tokens = 1;
        $this->at = $this->begun = microtime(true);
    }

    /**
     * @param  string  $shop  by which it is known again
     * @param  float  $perSecond  requests a second; 0 where nothing is stated
     * @param  int  $burst  requests at once
     */
    public static function of(string $shop, float $perSecond, int $burst): self
    {
        return self::$known["$shop $perSecond $burst"] ??= new self($perSecond, $burst);
    }

    /**
     * Waits until the next request may go. Its token is taken at once, so that of several tasks each has its own turn.
     *
     * @return float when it went, in seconds since 1970
     */
    public function wait(): float
    {
        $this->sent++;
        if ($this->rate > 0) {
            $this->refill();
            $this->tokens -= 1;
            if ($this->tokens < 0) {
                SideBySide::pause(-$this->tokens / $this->rate);
            }
        }

        return microtime(true);
    }

    /** @param  ?string  $told  as in "32/40": used, and how many are allowed */
    public function learn(?string $told): void
    {
        if ($told === null || preg_match('~^\s*(\d+)\s*/\s*(\d+)~', $told, $found) !== 1 || $this->rate <= 0) {
            return;
        }
        // Somebody else may use the same allowance. Shops round up what is used, so that a small difference means
        // nothing.
        $this->refill();
        $left = (int) $found[2] - (int) $found[1];
        if ($this->tokens > $left + max(2, 0.2 * (int) $found[2])) {
            $this->tokens = $left + 1;
        }
    }

    /**
     * The shop answered, or asked to wait.
     *
     * @param  float  $went  when the request went, as wait() told
     */
    public function answered(bool $mustWait, float $went): void
    {
        if ($this->perSecond > 0) {
            $mustWait && ($this->tokens = min($this->tokens, 0.0));

            return;
        }
        if ($mustWait && $went < $this->slowed) {
            // It went side by side with the one for which the pace was slowed already.
            return;
        }
        if (! $mustWait) {
            $this->rate *= 1.002;

            return;
        }
        $now = microtime(true);
        // At first what got through counts; later a rate that was too high falls, the faster the sooner it was.
        $this->rate = match (true) {
            $this->rate <= 0 => max(0.2, $this->sent / max(1.0, $now - $this->begun)),
            $this->sent < 20 => $this->rate * 0.7,
            default => $this->rate * 0.93,
        };
        $this->rate = max(0.05, $this->rate);
        $this->tokens = 0;
        $this->at = $this->begun = $this->slowed = $now;
        $this->sent = 0;
    }

    private function refill(): void
    {
        $now = microtime(true);
        $room = $this->perSecond > 0 ? max(1, $this->burst - 1) : 1;
        $this->tokens = min($room, $this->tokens + max(0, $now - $this->at) * $this->rate);
        $this->at = $now;
    }
}
