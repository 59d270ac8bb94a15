<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\Reasons\Reason;

/** What was judged of pairs of pages; a pair that nobody asked about before is judged when it is asked about. */
final class PairBook
{
    private const COLUMNS = 'a, b, kinship, likeness, sureness, reason, differs';

    /** Pairs that are read together. */
    private const MANY = 20_000;

    /** @var array<int, int> the page that stands for a page that is the same to the letter */
    private readonly array $stands;

    /** @var array<string, Row> pairs fetched ahead, by "a b" */
    private array $fetched = [];

    public function __construct(
        private readonly WorkRun $run,
        private readonly Inventory $inventory,
        private readonly TangleFinder $finder,
        private readonly Identities $identities,
        private readonly Judge $judge,
    ) {
        $this->stands = $finder->representatives();
    }

    /** The page by which a page was judged: the first of those that are the same to the letter. */
    public function standsFor(int $page): int
    {
        return $this->stands[$page] ?? $page;
    }

    /**
     * Reads pairs ahead.
     *
     * @param  list<array{int, int}>  $pairs  of pages
     */
    public function fetch(array $pairs): void
    {
        $this->fetched = $firsts = [];
        foreach ($pairs as [$page, $other]) {
            $firsts[min($this->standsFor($page), $this->standsFor($other))] = true;
        }
        foreach (
            $firsts === []
                ? []
                : Rows::all(
                    'SELECT '.
                        self::COLUMNS.
                        ' FROM untangle_pairs WHERE store_id = ? AND a IN ('.
                        Bulk::list(array_keys($firsts)).
                        ')',
                    [$this->inventory->store->id],
                ) as $pair
        ) {
            $this->fetched["$pair->a $pair->b"] = $pair;
        }
    }

    /** @return \Generator<array{int, int, float}> pairs whose kinship makes a tangle, with its sureness, 0 to 1 */
    public function tangling(): \Generator
    {
        [$a, $b] = [0, 0];
        do {
            $pairs = Rows::all(
                'SELECT a, b, sureness, kinship FROM untangle_pairs WHERE store_id = ? AND (a > ? OR (a = ? AND b > ?))
                    ORDER BY a, b LIMIT '.self::MANY,
                [$this->inventory->store->id, $a, $a, $b],
            );
            foreach ($pairs as $pair) {
                [$a, $b] = [$pair->int('a'), $pair->int('b')];
                if (Kinship::from($pair->text('kinship'))->tangles()) {
                    yield [$a, $b, $pair->int('sureness') / 1000];
                }
            }
        } while ($pairs !== []);
    }

    public function of(int $a, int $b): PairVerdict
    {
        [$a, $b] = [$this->standsFor($a), $this->standsFor($b)];
        if ($a === $b) {
            return PairVerdict::same(new Reason(PairReason::Letter));
        }
        [$a, $b] = [min($a, $b), max($a, $b)];
        $pair =
            $this->fetched["$a $b"] ??
            Rows::one('SELECT '.self::COLUMNS.' FROM untangle_pairs WHERE store_id = ? AND a = ? AND b = ?', [
                $this->inventory->store->id,
                $a,
                $b,
            ]);

        return $pair !== null && $pair->kinship !== null ? PairVerdict::fromRow($pair) : $this->judged($a, $b);
    }

    private function judged(int $a, int $b): PairVerdict
    {
        if (! $this->finder->knows($a) || ! $this->finder->knows($b)) {
            return PairVerdict::unlike();
        }
        $names = fn (int $page): ?int => $this->inventory->find(
            $this->inventory->declared($this->inventory->pages[$page]),
        );
        $kin = $this->judge->judge(
            $this->identities->of($a),
            $this->identities->of($b),
            $this->finder->areVersions($a, $b),
            $names($a) === $b || $names($b) === $a,
        );
        $this->run->beat();

        return new PairVerdict(
            $kin->kinship,
            (int) round(1000 * $kin->likeness),
            (int) round(1000 * $kin->sureness),
            $kin->reasons,
            $kin->difference !== null,
        );
    }
}
