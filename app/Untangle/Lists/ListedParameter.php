<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use Orchard\Core\Duplicates\ParameterEffect;

/** A parameter of URLs: what it does, as it was learned and as somebody said. */
final readonly class ListedParameter
{
    /**
     * @param  string  $scope  the folder in which it is so
     * @param  int  $pairs  of pages with and without it that were compared
     * @param  int  $bases  addresses without it among these
     * @param  int  $certainty  1000 x the lower end of how sure it is
     * @param  string  $examples  by effect, as JSON
     * @param  ?string  $userName  of whoever said it; null for nobody, and for the command line
     */
    public function __construct(
        public string $scope,
        public string $name,
        public int $pages,
        private ?string $effect,
        public int $pairs,
        public int $bases,
        private int $certainty,
        public bool $isSure,
        public bool $isLikely,
        private string $examples,
        private ?string $counter,
        private ?string $said,
        public ?string $userName,
    ) {
    }

    /** As it was learned; null where nothing can be told yet. */
    public function effect(): ?ParameterEffect
    {
        return ParameterEffect::tryFrom((string) $this->effect);
    }

    /** As somebody said; null where nobody did. */
    public function said(): ?ParameterEffect
    {
        return ParameterEffect::tryFrom((string) $this->said);
    }

    /** Per cent; null where nothing was compared. */
    public function certainty(): ?int
    {
        return $this->pairs > 0 ? intdiv($this->certainty, 10) : null;
    }

    /** @return list<string> addresses that show its effect */
    public function example(): array
    {
        $examples = (array) json_decode($this->examples, true);

        return self::texts($examples[(string) $this->effect] ?? []);
    }

    /** @return list<string> addresses that speak against it */
    public function counter(): array
    {
        return self::texts($this->counter === null ? [] : json_decode($this->counter, true));
    }

    /** @return list<string> */
    private static function texts(mixed $list): array
    {
        return array_values(array_filter(is_array($list) ? $list : [], is_string(...)));
    }
}
