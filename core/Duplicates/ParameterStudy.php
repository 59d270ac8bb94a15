<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Demand\RateRange;

/**
 * What a parameter was seen to do, pair by pair, and what follows.
 *
 * A page that a parameter does not change is no evidence against a stronger effect: a list of one product has one
 * order. Pairs of one template are not independent: what is learned counts as sure from twenty pairs on three pages and
 * more, with a lower bound (Wilson) of 0.8, and one telling counter-example stops it.
 */
final class ParameterStudy
{
    private const PAIRS = 20;

    private const BASES = 3;

    private const LOWEST = 0.8;

    /** @var array<string, int> pairs by effect */
    private array $counts = [];

    /** @var array<string, true> the pages that it was seen on */
    private array $bases = [];

    /** @var array<string, array{string, string}> one pair of addresses for each effect */
    private array $examples = [];

    public function __construct(
        public readonly string $scope,
        public readonly string $name,
        private readonly bool $tracks = false,
    ) {
    }

    public function see(ParameterEffect $effect, string $base, string $with, string $without): void
    {
        $this->counts[$effect->value] = ($this->counts[$effect->value] ?? 0) + 1;
        if (count($this->bases) < 1000) {
            $this->bases[md5($base)] = true;
        }
        $this->examples[$effect->value] ??= [$with, $without];
    }

    /** What it does, as far as was seen. */
    public function effect(): ?ParameterEffect
    {
        if ($this->tracks && array_diff_key($this->counts, ['nothing' => 1]) === []) {
            return ParameterEffect::Tracks;
        }
        $strong = array_diff_key($this->counts, [ParameterEffect::Nothing->value => 1]);
        arsort($strong);
        $first = array_key_first($strong);
        // One odd page in twenty does not make an effect of its own.
        if ($first !== null && $strong[$first] >= max(1, 0.05 * $this->pairs())) {
            return ParameterEffect::from($first);
        }

        return $this->counts === [] ? null : ParameterEffect::Nothing;
    }

    public function pairs(): int
    {
        return array_sum($this->counts);
    }

    public function bases(): int
    {
        return count($this->bases);
    }

    /** Lower bound of the share of pairs that agree, 0 to 1. */
    public function certainty(): float
    {
        return RateRange::of($this->agreeing(), $this->pairs())->low ?? 0.0;
    }

    public function isSure(): bool
    {
        $effect = $this->effect();
        if ($effect === null || $this->counterExample() !== null) {
            return false;
        }

        return $effect === ParameterEffect::Tracks ||
            ($this->pairs() >= self::PAIRS && $this->bases() >= self::BASES && $this->certainty() >= self::LOWEST);
    }

    /** Whether it is likely enough to gather pages by it, for a person to decide. */
    public function isLikely(): bool
    {
        return $this->isSure() ||
            ($this->effect() !== null &&
                $this->counterExample() === null &&
                $this->pairs() >= 3 &&
                $this->bases() >= 2 &&
                $this->certainty() >= 0.5);
    }

    /**
     * @return ?array{string, string} a pair of addresses that shows something else than the effect, and cannot be
     *     explained by it
     */
    public function counterExample(): ?array
    {
        $effect = $this->effect();
        if ($effect === null) {
            return null;
        }
        foreach (array_keys($this->counts) as $other) {
            if (ParameterEffect::from($other)->contradicts($effect)) {
                return $this->examples[$other];
            }
        }

        return null;
    }

    /** @return array<string, array{string, string}> */
    public function examples(): array
    {
        return $this->examples;
    }

    /** @return array<string, int> */
    public function counts(): array
    {
        return $this->counts;
    }

    private function agreeing(): int
    {
        $effect = $this->effect();

        return $effect === null
            ? 0
            : ($this->counts[$effect->value] ?? 0) +
                    ($effect === ParameterEffect::Nothing ||
                    $effect === ParameterEffect::Page ||
                    $effect === ParameterEffect::Language
                        ? 0
                        : $this->counts[ParameterEffect::Nothing->value] ?? 0);
    }
}
