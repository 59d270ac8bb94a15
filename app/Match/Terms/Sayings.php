<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Match\Planning\Plans;
use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Terms\AskedFor;
use Orchard\Core\Terms\GroundType;
use Orchard\Core\Terms\TermForm;

/** What people say of terms: it stays whatever later runs find, and is seen on the term at once. */
final class Sayings
{
    /**
     * @param  list<TermKey>  $terms
     * @param  array<string, mixed>  $what  columns of match_said
     */
    public static function say(Store $store, array $terms, array $what, int $userId): void
    {
        foreach ($terms as $term) {
            $said = (array) Rows::maybe(
                DB::table('match_said')->where(self::key($store, $term->market, $term->digest))->first(),
            );
            self::put($store, $term, $what + $said + ['term' => $term->term], $userId);
        }
    }

    /**
     * Puts what is said of a term as a whole; null takes all of it away.
     *
     * @param  ?array<string, mixed>  $said
     */
    public static function put(Store $store, TermKey $term, ?array $said, int $userId): void
    {
        [$market, $digest] = [$term->market, $term->digest];
        $key = self::key($store, $market, $digest);
        $before = (array) Rows::maybe(DB::table('match_said')->where($key)->first());
        $planned =
            $said !== null || Plans::isPlanned($before)
                ? Plans::follow($store, $market, [$before, $said ?? []], $userId)
                : null;
        $said === null || ($said['plan_page'] = $planned);
        if ($said === null) {
            DB::table('match_said')->where($key)->delete();
        } else {
            unset($said['store_id'], $said['market_id'], $said['digest']);
            DB::table('match_said')->updateOrInsert($key, ['user_id' => $userId, 'said_at' => now()] + $said);
        }
        self::mark($store, $market, $digest, $said ?? []);
        // Its lead term may have been put back before the page was planned again.
        $planned === null || LeadMarks::refresh($store, [$planned]);
    }

    /**
     * Adds a term that no source has; the next matching judges it.
     *
     * @return bool whether it is new
     */
    public static function add(Store $store, int $market, string $phrase, int $userId): bool
    {
        $normal = TermForm::normal($phrase);
        $key = LeadMarks::keys($store)[$market] ?? null;
        if ($normal === '' || $key === null) {
            return false;
        }
        $digest = Dictionary::digest($key->of($normal));
        $known = DB::table('match_terms')->where(self::key($store, $market, $digest))->exists();
        self::say($store, [new TermKey($market, $digest, $normal)], ['added' => 1], $userId);
        $known ||
            DB::table('match_terms')->insert(
                self::key($store, $market, $digest) + [
                    'term' => $normal,
                    'forms' => 1,
                    'results' => '',
                    'clicks' => 0,
                    'impressions' => 0,
                    'position_milli' => 0,
                    'origins' => Dictionary::PEOPLE,
                    'run' => Typed::int(DB::table('match_states')->where('market_id', $market)->value('run')),
                ],
            );

        return ! $known;
    }

    public static function isKnown(Store $store, TermKey $term): bool
    {
        return DB::table('match_terms')->where(self::key($store, $term->market, $term->digest))->exists();
    }

    /** Tags as they are kept: parted by commas, each once, twelve at most. */
    public static function tags(string $typed): string
    {
        $tags = array_unique(array_filter(array_map(trim(...), explode(',', $typed))));

        return mb_substr(implode(', ', array_slice($tags, 0, 12)), 0, 190);
    }

    /** @param  array<string, mixed>  $said */
    private static function mark(Store $store, int $market, string $digest, array $said): void
    {
        $asked = is_numeric($said['asked'] ?? null) ? Asks::kind((int) $said['asked']) : null;
        $row = Rows::maybe(
            DB::table('match_terms')
                ->where(self::key($store, $market, $digest))
                ->first(['id', 'served', 'lead_page', 'support_page', 'head_id']),
        );
        if ($row === null) {
            return;
        }
        $plan = is_string($said['plan'] ?? null) ? $said['plan'] : '';
        $marks = [
            'excluded' => (int) (bool) ($said['excluded'] ?? 0),
            'tracked' => (int) (bool) ($said['tracked'] ?? 0),
            'served' => match (true) {
                $plan === Plans::PLANNED => 3,
                $row->lead_page !== null || $row->support_page !== null => 1,
                $plan === 'left' => 4,
                default => in_array($row->int('served'), [3, 4], true) ? 0 : $row->int('served'),
            },
        ];
        if ($asked instanceof AskedFor) {
            $marks += [
                'asked' => Asks::number($asked),
                'strength' => 1.0,
                'because' => Reason::pack([new Reason(GroundType::Person)]),
            ];
        }
        if (is_string($said['head'] ?? null) && $said['head'] !== '') {
            $head = DB::table('match_terms')
                ->where('store_id', $store->id)
                ->where('market_id', $market)
                ->where('term', TermForm::normal($said['head']))
                ->value('id');
            $marks['head_id'] = is_numeric($head) ? (int) $head : $row->int('id');
        }
        DB::table('match_terms')->where('id', $row->id)->update($marks);
        if (isset($marks['head_id']) && $marks['head_id'] !== $row->int('head_id')) {
            Groups::refresh($store, $market, [$marks['head_id'], $row->int('head_id')]);
        }
    }

    /** @return array{store_id: int, market_id: int, digest: \Illuminate\Contracts\Database\Query\Expression} */
    private static function key(Store $store, int $market, string $digest): array
    {
        return ['store_id' => $store->id, 'market_id' => $market, 'digest' => DB::raw((new Bytes($digest))->literal())];
    }

    /** The page that is planned for a term; null where none is. */
    public static function plannedFor(Store $store, int $market, string $digest): ?int
    {
        $page = DB::table('match_said')
            ->where('store_id', $store->id)
            ->where('market_id', $market)
            ->where('digest', $digest)
            ->value('plan_page');

        return is_numeric($page) ? (int) $page : null;
    }

    /** How many terms of a market are tracked. */
    public static function tracked(Store $store, int $market): int
    {
        return DB::table('match_said')
            ->where(['store_id' => $store->id, 'market_id' => $market, 'tracked' => 1])
            ->count();
    }
}
