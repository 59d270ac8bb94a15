<?php

declare(strict_types=1);

namespace App\Write\Checks;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Spelling\Dictionaries;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\SpellingWords;

/**
 * Words that are right in a store whatever dictionaries say: what people taught it, and what its names and facts say.
 */
final class StoreWords
{
    /** Pages whose names or facts hold a word from which on it is the store's own, not a slip of one name. */
    private const OFTEN = 3;

    public function __construct(private readonly Dictionaries $dictionaries)
    {
    }

    /** @return array<string, true> in small letters, with those of the store's own name and brands */
    public static function of(Store $store): array
    {
        $names = [$store->name];
        foreach (Markets::of($store)->all() as $market) {
            array_push($names, $market->brand, $market->name);
        }
        $words = Typed::texts(DB::table('write_words')->where('store_id', $store->id)->pluck('word')->all());
        array_push($words, ...array_map(self::tidy(...), SpellingWords::of(implode(' · ', $names))));

        return array_fill_keys($words, true);
    }

    /** @return list<TaughtWord> newest first */
    public static function taught(Store $store): array
    {
        return Records::of(
            TaughtWord::class,
            Rows::of(
                DB::table('write_words as w')
                    ->leftJoin('users as u', 'u.id', '=', 'w.user_id')
                    ->where('store_id', $store->id)
                    ->where('by_hand', 1)
                    ->orderByDesc('learned_at')
                    ->orderBy('word')
                    ->limit(2000)
                    ->get(['word', 'u.name', 'learned_at']),
            ),
        );
    }

    /** @return list<int> this text's page, and the first others with that word; the rest follow with the next crawl */
    public static function pagesWith(Store $store, int $resource, string $word): array
    {
        $others = DB::table('write_rows as w')
            ->join('write_row_texts as t', 't.resource_id', '=', 'w.resource_id')
            ->where('w.store_id', $store->id)
            ->where('t.store_id', $store->id)
            ->whereRaw('w.any_checks & ? > 0', [Check::Misspelt->value])
            ->whereRaw('LOCATE(?, t.texts) > 0', [self::tidy($word)])
            ->orderBy('w.resource_id')
            ->limit(300)
            ->pluck('w.resource_id')
            ->all();

        return array_values(array_unique([$resource, ...Typed::ints($others)]));
    }

    public static function tidy(string $word): string
    {
        return mb_strtolower(str_replace('’', "'", trim($word)));
    }

    /** @param  list<string>  $words */
    public static function teach(Store $store, array $words, ?int $userId): void
    {
        $now = now()->format('Y-m-d H:i:s');
        $rows = [];
        foreach ($words as $word) {
            $word = self::tidy($word);
            if ($word !== '' && mb_strlen($word) <= 60) {
                $rows[$word] = [$store->id, $word, 1, $userId, $now];
            }
        }
        Bulk::upsert(
            'write_words',
            ['store_id', 'word', 'by_hand', 'user_id', 'learned_at'],
            array_values($rows),
            'by_hand = 1, user_id = VALUES(user_id)',
        );
    }

    public static function forget(Store $store, string $word): void
    {
        DB::table('write_words')->where('store_id', $store->id)->where('word', self::tidy($word))->delete();
    }

    /** Learns anew what names and facts of at least three pages say and no dictionary knows. */
    public function learn(Store $store): void
    {
        $markets = Markets::of($store);
        $pages = [];
        $after = 0;
        do {
            $rows = Rows::all(
                'SELECT id, market_id, name, attributes FROM resources WHERE store_id = ? AND gone = 0 AND id > ?
                    ORDER BY id LIMIT 2000',
                [$store->id, $after],
            );
            foreach ($rows as $row) {
                $after = $row->int('id');
                $words = SpellingWords::of(self::facts($row->text('name'), $row->text('attributes')));
                $language = $markets->find($row->int('market_id'))->language;
                foreach ($this->dictionaries->unknown($words, $language) as $word) {
                    $word = self::tidy($word);
                    $pages[$word] = ($pages[$word] ?? 0) + 1;
                }
            }
        } while (count($rows) === 2000);
        $own = array_keys(array_filter($pages, static fn (int $n): bool => $n >= self::OFTEN));
        $now = now()->format('Y-m-d H:i:s');
        DB::transaction(static function () use ($store, $own, $now): void {
            DB::table('write_words')->where('store_id', $store->id)->where('by_hand', 0)->delete();
            Bulk::write(
                'write_words',
                ['store_id', 'word', 'by_hand', 'user_id', 'learned_at'],
                array_map(static fn (int|string $word): array => [$store->id, (string) $word, 0, null, $now], $own),
                'INSERT IGNORE',
            );
        });
    }

    /** A page's name and what its facts say in words. */
    public static function facts(string $name, string $attributes): string
    {
        $values = array_filter((array) json_decode($attributes, true), is_string(...));

        return implode(' · ', [$name, ...array_values($values)]);
    }
}
