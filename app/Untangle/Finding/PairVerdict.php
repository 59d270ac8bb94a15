<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use Orchard\Core\Duplicates\Kinship;
use stdClass;

/** What was judged of two pages. */
final readonly class PairVerdict
{
    /**
     * @param  int  $likeness  0 to 1000
     * @param  int  $sureness  0 to 1000
     * @param  bool  $differs  whether what differs between them is known
     */
    public function __construct(
        public Kinship $kinship,
        public int $likeness,
        public int $sureness,
        public string $reason,
        public bool $differs = false,
    ) {
    }

    /** Nothing tells the two apart. */
    public static function same(string $reason): self
    {
        return new self(Kinship::Same, 1000, 1000, $reason);
    }

    public static function unlike(string $reason): self
    {
        return new self(Kinship::Distinct, 0, 0, $reason);
    }

    /** @param  stdClass  $row  of untangle_pairs */
    public static function fromRow(stdClass $row): self
    {
        return new self(
            Kinship::from((string) $row->kinship),
            (int) $row->likeness,
            (int) $row->sureness,
            (string) $row->reason,
            (bool) $row->differs,
        );
    }

    /** A page that is in a tangle for others' sake is the same as they are. */
    public function asMember(): self
    {
        return $this->kinship->tangles()
            ? $this
            : new self(
                Kinship::Same,
                $this->likeness,
                $this->sureness,
                'the same as others of the tangle',
                $this->differs,
            );
    }
}
