<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Row;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Reasons\Reason;

/** What was judged of two pages. */
final readonly class PairVerdict
{
    /**
     * @param  int  $likeness  0 to 1000
     * @param  int  $sureness  0 to 1000
     * @param  list<Reason>  $reasons  of PairReason
     * @param  bool  $differs  whether what differs between them is known
     */
    public function __construct(
        public Kinship $kinship,
        public int $likeness,
        public int $sureness,
        public array $reasons,
        public bool $differs = false,
    ) {
    }

    /** Nothing tells the two apart. */
    public static function same(Reason $reason): self
    {
        return new self(Kinship::Same, 1000, 1000, [$reason]);
    }

    /** One of the two shows nothing. */
    public static function unlike(): self
    {
        return new self(Kinship::Distinct, 0, 0, [new Reason(PairReason::Empty)]);
    }

    /** @param  Row  $row  of untangle_pairs */
    public static function fromRow(Row $row): self
    {
        return new self(
            Kinship::from($row->text('kinship')),
            $row->int('likeness'),
            $row->int('sureness'),
            Reason::unpack(PairReason::class, $row->text('reason')),
            $row->isTrue('differs'),
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
                [new Reason(PairReason::Member)],
                $this->differs,
            );
    }
}
