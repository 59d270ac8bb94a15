<?php

declare(strict_types=1);

namespace Orchard\Core\Claims;

/** Holds texts against the facts of their pages: what a text claims and no fact says is a doubt. */
final readonly class FactCheck
{
    /** Texts are of some hundred letters; what is longer is no title and no description, and its rest is not read. */
    private const LONGEST = 10_000;

    private ClaimReader $reader;

    /** @param  list<string>  $names  makers of the store and other names that a text may use falsely */
    public function __construct(string $language, array $names = [])
    {
        $this->reader = new ClaimReader(strtolower(substr($language, 0, 2)), $names);
    }

    /** Whether words are checked; of languages that nobody wrote the lists for, figures and names alone are. */
    public function isWhole(): bool
    {
        return $this->reader->readsWords();
    }

    /** @return list<Claim> what the facts do not say, in its order; each thing once */
    public function doubts(string $text, FactSheet $facts): array
    {
        $doubts = [];
        foreach ($this->reader->read(mb_strcut($text, 0, self::LONGEST)) as $claim) {
            $facts->holds($claim) || ($doubts[$claim->at.' '.$claim->text] ??= $claim);
        }

        return array_values($doubts);
    }
}
