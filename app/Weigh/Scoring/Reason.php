<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Inventory\WhyNot;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\Upside;
use Orchard\Core\StructuredData\LifeState;

/**
 * The largest part of a page's sum. It is kept as a code (a type and its numbers, such as "near:3:4:9"), and put in
 * about eight words where it is shown, so that these can be worded anew without weighing again.
 */
final readonly class Reason
{
    /** @param  list<int>  $numbers  what the words of its type name */
    public function __construct(public ReasonType $type, public array $numbers = [])
    {
    }

    /** @param  list<Pair>  $pairs */
    public static function of(array $pairs, Upside $upside, ScoredPage $row): self
    {
        $why = PartThatCounts::why($row);
        if ($why !== null) {
            return $why;
        }
        if ($upside->total() <= 0) {
            $brand = array_filter($pairs, static fn (Pair $pair): bool => $pair->class === QueryClass::OwnBrand);

            return $brand !== [] &&
                count($brand) === count(array_filter($pairs, static fn (Pair $pair): bool => $pair->query > 0))
                ? new self(ReasonType::BrandOnly)
                : new self(ReasonType::AsExpected);
        }
        if ($upside->wording >= $upside->position) {
            $missing = (int) round(100 * max(0.0, 1 - $upside->ratio));

            return $missing >= 5 && $upside->ownPart >= 0.3
                ? new self(ReasonType::ClickRate, [$missing])
                : new self(ReasonType::SimilarPages);
        }
        $near = [];
        foreach ($upside->queries as $id => $query) {
            if ($query['target'] !== null) {
                $near[$id] = true;
            }
        }
        $positions = array_map(
            static fn (Pair $pair): float => $pair->position,
            array_filter($pairs, static fn (Pair $pair): bool => isset($near[$pair->query])),
        );

        return $positions === []
            ? new self(ReasonType::Rank)
            : new self(ReasonType::Near, [count($near), (int) round(min($positions)), (int) round(max($positions))]);
    }

    /** Words of a code as it is stored; null for none, and for one that this release does not know. */
    public static function wordsOf(?string $code): ?string
    {
        $numbers = explode(':', (string) $code);
        $type = ReasonType::tryFrom(array_shift($numbers));

        return $type === null ? null : (new self($type, array_map(intval(...), $numbers)))->words();
    }

    public function code(): string
    {
        return implode(':', [$this->type->value, ...$this->numbers]);
    }

    public function words(): string
    {
        [$a, $b, $c] = $this->numbers + [0, 0, 0];

        return match ($this->type) {
            ReasonType::KeptOut => 'kept out of search on purpose',
            ReasonType::Folded => 'folded: its canonical names another page',
            ReasonType::NotListed => 'not listed: '.(WhyNot::tryFrom($a)?->words() ?? 'reason not known'),
            ReasonType::NothingToSell => 'nothing to sell: '.(LifeState::tryFrom($a) ?? LifeState::Unknown)->label(),
            ReasonType::BrandOnly => 'only brand queries',
            ReasonType::AsExpected => 'gets the clicks that its positions allow',
            ReasonType::ClickRate => "CTR $a% below average for its positions",
            ReasonType::SimilarPages => 'similar pages have a low CTR',
            ReasonType::Near => $a === 1 ? "1 query at position $b" : "$a queries at positions $b to $c",
            ReasonType::Rank => 'could rank higher',
        };
    }
}
