<?php

declare(strict_types=1);

namespace App\Match\Terms;

use stdClass;

/** By what a term of a market is known, whatever run found it: the digest of its form, 16 bytes. */
final readonly class TermKey
{
    public function __construct(public int $market, public string $digest, public string $term)
    {
    }

    /** @param  stdClass  $row  with market_id, digest and term */
    public static function of(stdClass $row): self
    {
        return new self((int) $row->market_id, (string) $row->digest, (string) $row->term);
    }

    /**
     * @param  array<stdClass>  $rows  with market_id, digest and term
     * @return list<self>
     */
    public static function all(array $rows): array
    {
        return array_values(array_map(self::of(...), $rows));
    }
}
