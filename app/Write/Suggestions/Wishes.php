<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Connectors\Wording\WordingClient;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Wording\Suggestions\Brief;

/** Foresees what a wish costs, and has it worked on. */
final class Wishes
{
    /** Pages of one wish. */
    public const MOST_PAGES = 5000;

    /** Pages whose questions are written out to foresee what all of them cost. */
    private const SAMPLED = 20;

    public function __construct(private readonly Briefs $briefs, private readonly WorkDesk $desk)
    {
    }

    /**
     * @param  list<int>  $resources
     * @return array{in: int, out: int, first: ?Brief} tokens of all of them, and what is asked for the first
     */
    public function foresee(Store $store, Wish $wish, array $resources): array
    {
        $count = count($resources);
        $every = max(1, intdiv($count, self::SAMPLED));
        $sample = array_values(
            array_filter($resources, static fn (int $nth): bool => $nth % $every === 0, ARRAY_FILTER_USE_KEY),
        );
        $sample = array_slice($sample, 0, self::SAMPLED);
        $briefs = array_values($this->briefs->of($store, $wish, Briefs::rows($store, $sample, $wish->field)));
        if ($briefs === []) {
            return ['in' => 0, 'out' => 0, 'first' => null];
        }
        $in = array_sum(array_map(static fn (Brief $one): int => WordingClient::tokens($one->messages()), $briefs));
        $out = array_sum(array_map(static fn (Brief $one): int => self::tokensOut($one), $briefs));

        return [
            'in' => (int) round(($in / count($briefs)) * $count),
            'out' => (int) round(($out / count($briefs)) * $count),
            'first' => $briefs[0],
        ];
    }

    public static function has(Store $store, int $wish): bool
    {
        return DB::table('write_wishes')->where('store_id', $store->id)->where('id', $wish)->exists();
    }

    /** Tokens of an answer whose texts are all as long as they may be. */
    public static function tokensOut(Brief $brief): int
    {
        return (int) ceil(($brief->alternatives * ($brief->longest + 5)) / 3) + 10;
    }

    /**
     * @return array{wish: int, work: int}
     *
     * @throws InvalidArgumentException where there are no pages, or more than one wish may have
     */
    public function begin(Store $store, NewWish $asked, ?int $userId): array
    {
        [$wish, $source, $scope] = [$asked->wish, $asked->source, $asked->scope];
        $resources = self::known($store, $asked->resources);
        if ($resources === []) {
            throw new InvalidArgumentException('No pages are chosen that texts could be suggested for.');
        }
        if (count($resources) > self::MOST_PAGES) {
            throw new InvalidArgumentException(
                'At most '.
                    number_format(self::MOST_PAGES).
                    ' pages at once; these are '.
                    number_format(count($resources)).
                    '.',
            );
        }
        if (! $wish->field->isAboutPage()) {
            throw new InvalidArgumentException('Nothing is suggested for pictures: nobody looks at them here.');
        }
        $foreseen = $this->foresee($store, $wish, $resources);

        return DB::transaction(function () use ($store, $wish, $source, $resources, $scope, $userId, $foreseen): array {
            $id = DB::table('write_wishes')->insertGetId(
                [
                    'store_id' => $store->id,
                    'source_id' => $source->id,
                    'source' => $source->name,
                    'scope' => mb_substr($scope, 0, 200),
                    'pages' => count($resources),
                    'foreseen_in' => $foreseen['in'],
                    'foreseen_out' => $foreseen['out'],
                    'price_in' => $source->priceIn,
                    'price_out' => $source->priceOut,
                    'currency' => $source->currency,
                    'user_id' => $userId,
                    'made_at' => now(),
                ] + $wish->columns(),
            );
            Bulk::write(
                'write_wish_pages',
                ['wish_id', 'resource_id', 'place'],
                array_map(
                    static fn (int $nth, int $resource): array => [$id, $resource, $nth],
                    array_keys($resources),
                    $resources,
                ),
            );

            return [
                'wish' => $id,
                'work' => $this->desk->begin(new NewWork(SuggestWork::class, $store->id, $id, $userId)),
            ];
        });
    }

    /**
     * @param  list<int>  $resources
     * @return list<int> those of the store, each once, in their order
     */
    private static function known(Store $store, array $resources): array
    {
        $known = [];
        foreach (array_chunk($resources, 5000) as $some) {
            foreach (
                Rows::all(
                    'SELECT id FROM resources WHERE store_id = ? AND gone = 0 AND id IN ('.Bulk::list($some).')',
                    [$store->id],
                ) as $row
            ) {
                $known[$row->int('id')] = true;
            }
        }

        return array_values(array_filter(array_unique($resources), static fn (int $id): bool => isset($known[$id])));
    }
}
