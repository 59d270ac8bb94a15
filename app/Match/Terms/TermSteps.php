<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;

/**
 * What a person did to terms, kept as it was before and after, so that it can be taken back: after a reload, too. What
 * somebody else has changed since stays as they left it.
 */
final class TermSteps
{
    private const MOST = 200;

    private const DONE = 1;

    private const UNDONE = 2;

    /** What is kept of what people say of a term. */
    private const SAID = [
        'term', 'asked', 'head', 'excluded', 'tracked', 'added', 'note', 'tags', 'plan', 'plan_name', 'plan_kind',
        'plan_url', 'plan_page', 'reason', 'review_on',
    ];

    /**
     * Does something as a step.
     *
     * @param  Closure(): void  $do
     */
    public static function take(Store $store, int $userId, TermStep $step, Closure $do): void
    {
        DB::transaction(static function () use ($store, $userId, $step, $do): void {
            $before = self::state($store, $step->pages, $step->terms);
            $do();
            $after = self::state($store, $step->pages, $step->terms);
            if ($before === $after) {
                return;
            }
            DB::table('match_steps')
                ->where('store_id', $store->id)
                ->where('user_id', $userId)
                ->where('state', self::UNDONE)
                ->delete();
            DB::table('match_steps')->insert([
                'store_id' => $store->id,
                'user_id' => $userId,
                'label' => mb_substr($step->label, 0, 120),
                'state' => self::DONE,
                'before_json' => json_encode($before, JSON_THROW_ON_ERROR),
                'after_json' => json_encode($after, JSON_THROW_ON_ERROR),
                'made_at' => now(),
            ]);
            $oldest = DB::table('match_steps')
                ->where('store_id', $store->id)
                ->where('user_id', $userId)
                ->orderByDesc('id')
                ->skip(self::MOST)
                ->value('id');
            is_numeric($oldest) &&
                DB::table('match_steps')
                    ->where('store_id', $store->id)
                    ->where('user_id', $userId)
                    ->where('id', '<=', (int) $oldest)
                    ->delete();
        }, 3);
    }

    /** What would be taken back next, in words; null where nothing is left. */
    public static function last(Store $store, int $userId): ?string
    {
        $label = DB::table('match_steps')
            ->where('store_id', $store->id)
            ->where('user_id', $userId)
            ->where('state', self::DONE)
            ->orderByDesc('id')
            ->value('label');

        return is_string($label) ? $label : null;
    }

    /** What would be done again next. */
    public static function next(Store $store, int $userId): ?string
    {
        $label = DB::table('match_steps')
            ->where('store_id', $store->id)
            ->where('user_id', $userId)
            ->where('state', self::UNDONE)
            ->orderBy('id')
            ->value('label');

        return is_string($label) ? $label : null;
    }

    /**
     * Takes the last step back, or does it again.
     *
     * @return ?array{label: string, left: int, pages: list<int>} what it was, of how much somebody else has changed
     * something
     *                                                           since, and the pages whose lead terms it sets; null
     * where there is nothing
     */
    public static function turn(Store $store, int $userId, bool $isUndo): ?array
    {
        return DB::transaction(static function () use ($store, $userId, $isUndo): ?array {
            $step = Rows::maybe(
                DB::table('match_steps')
                    ->where('store_id', $store->id)
                    ->where('user_id', $userId)
                    ->where('state', $isUndo ? self::DONE : self::UNDONE)
                    ->orderBy('id', $isUndo ? 'desc' : 'asc')
                    ->lockForUpdate()
                    ->first(),
            );
            if ($step === null) {
                return null;
            }
            [$over, $wanted] = $isUndo
                ? [$step->after_json, $step->before_json]
                : [$step->before_json, $step->after_json];
            $parts = self::parts((string) $wanted);
            $left = self::bring($store, $userId, self::parts((string) $over), $parts);
            DB::table('match_steps')
                ->where('id', $step->id)
                ->update(['state' => $isUndo ? self::UNDONE : self::DONE]);

            return ['label' => $step->text('label'), 'left' => $left, 'pages' => array_keys($parts['leads'])];
        }, 3);
    }

    /** @return array{leads: array<int, mixed>, said: array<string, mixed>} */
    private static function parts(string $json): array
    {
        $parts = json_decode($json, true, 16, JSON_THROW_ON_ERROR);
        $of = static fn (string $name): array => is_array($parts) && is_array($parts[$name] ?? null)
            ? $parts[$name]
            : [];

        return ['leads' => $of('leads'), 'said' => $of('said')];
    }

    /**
     * @param  array{leads: array<int, mixed>, said: array<string, mixed>}  $over  what has to stand there still
     * @param  array{leads: array<int, mixed>, said: array<string, mixed>}  $wanted
     */
    private static function bring(Store $store, int $userId, array $over, array $wanted): int
    {
        $terms = array_map(static function (string $key): TermKey {
            [$market, $digest] = explode('-', $key);

            return new TermKey((int) $market, (string) hex2bin($digest), '');
        }, array_map(strval(...), array_keys($wanted['said'])));
        $now = self::state($store, array_keys($wanted['leads']), $terms);
        $left = 0;
        $leads = $claimed = [];
        foreach ($wanted['leads'] as $page => $lead) {
            // A proposal since is nobody's word; the next one makes up for it.
            $isTheirs = $now['leads'][$page] !== null && $now['leads'][$page][1] !== TermOrigin::Proposed->value;
            if ($isTheirs && $now['leads'][$page] != ($over['leads'][$page] ?? null)) {
                $left++;
            } elseif ($lead !== $now['leads'][$page]) {
                $leads[$page] = is_array($lead) ? Typed::text($lead[0]) : '';
                is_array($lead) && $lead[1] === TermOrigin::Proposed->value && ($claimed[] = $page);
            }
        }
        // Those that lose a term first, so that it is free for those that get it.
        PageTerms::lead($store, array_map(static fn (): string => '', $leads), TermOrigin::Hand, $userId);
        PageTerms::lead(
            $store,
            array_filter($leads, static fn (string $term): bool => $term !== ''),
            TermOrigin::Hand,
            $userId,
        );
        PageTerms::claim($store, $claimed, TermOrigin::Proposed, null);
        foreach ($wanted['said'] as $key => $said) {
            if ($now['said'][$key] != ($over['said'][$key] ?? null)) {
                $left++;
            } else {
                [$market, $digest] = explode('-', $key);
                Sayings::put(
                    $store,
                    new TermKey((int) $market, (string) hex2bin($digest), ''),
                    is_array($said) ? Typed::map($said) : null,
                    $userId,
                );
            }
        }

        return $left;
    }

    /**
     * @param  list<int>  $pages
     * @param  list<TermKey>  $terms
     * @return array{leads: array<int, ?array{string, string}>, said: array<string, ?array<string, mixed>>}
     */
    private static function state(Store $store, array $pages, array $terms): array
    {
        $claims = PageTerms::claims($pages);
        $leads = [];
        foreach ($pages as $page) {
            $leads[$page] = isset($claims[$page]) ? [$claims[$page][0], $claims[$page][1]->value] : null;
        }
        $said = [];
        foreach ($terms as $term) {
            $said[$term->market.'-'.bin2hex($term->digest)] = null;
        }
        foreach (array_chunk($terms, 500) as $some) {
            $digests = Bytes::list(array_map(static fn (TermKey $term): string => $term->digest, $some));
            foreach (
                Rows::all("SELECT * FROM match_said WHERE store_id = ? AND digest IN ($digests)", [$store->id]) as $row
            ) {
                $key = $row->market_id.'-'.bin2hex($row->text('digest'));
                array_key_exists($key, $said) &&
                    ($said[$key] = array_intersect_key((array) $row, array_flip(self::SAID)));
            }
        }

        return ['leads' => $leads, 'said' => $said];
    }
}
