<?php

declare(strict_types=1);

namespace App\Write\Checks;

use App\Platform\Bytes;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Platform\Spelling\Dictionaries;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\WrittenPage;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextField;

/** What is wrong with one text, why, and what can be done about it. */
final class FaultScreen
{
    /** Pages that say the same, of those that are named. */
    private const MOST_TWINS = 5;

    public function __construct(private readonly Ruler $ruler, private readonly Dictionaries $dictionaries)
    {
    }

    /**
     * @return ?array{page: WrittenPage, field: TextField, text: string, checks: list<Check>,
     *     misspelt: array<string, list<string>>, details: array<int, list<string>>,
     *     twins: list<TwinText>, waivers: mixed}
     *     null where the store has no such text
     */
    public function of(Store $store, int $resource, TextField $field): ?array
    {
        $row = Rows::one(
            'SELECT r.id, r.page_id, r.market_id, r.kind, r.name, r.attributes, t.shown, t.draft_shown,
                w.title_checks, w.description_checks, w.title_near, w.description_near FROM resources r
                JOIN resource_texts t ON t.resource_id = r.id AND t.field = ?
                JOIN write_rows w ON w.resource_id = r.id WHERE r.store_id = ? AND r.id = ?',
            [$field->value, $store->id, $resource],
        );
        if ($row === null) {
            return null;
        }
        $text = (string) ($row->draft_shown ?? $row->shown);
        $checks = Check::inBits((int) ($field === TextField::Title ? $row->title_checks : $row->description_checks));
        $judge = new TextJudge($store, $this->ruler, $this->dictionaries);
        $page = Records::of(WrittenPage::class, [$row])[0];
        $judge->meet([$page]);
        $rules = StoreRules::of($store)->for($page->marketId, $page->kind, $field);
        $language = Markets::of($store)->find($page->marketId)->language;
        $misspelt = in_array(Check::Misspelt, $checks, true) ? $judge->misspelt($page, $field, $text) : [];

        return [
            'page' => $page,
            'field' => $field,
            'text' => $text,
            'checks' => $checks,
            'misspelt' => array_combine(
                $misspelt,
                array_map(fn (string $word): array => $this->dictionaries->meant($word, $language, 3), $misspelt),
            ),
            'details' => [
                Check::Forbidden->value => $rules->forbiddenIn($text),
                Check::Unmet->value => $rules->lackingIn($text),
                Check::AttributeCut->value => $judge->cutValues($page, $text),
            ],
            'twins' => self::isTold($checks)
                ? self::twins(
                    $store,
                    $page,
                    $field,
                    $field === TextField::Title ? $row->title_near : $row->description_near,
                )
                : [],
            'waivers' => Waivers::of($resource, $field),
        ];
    }

    /** @param  list<Check>  $checks */
    private static function isTold(array $checks): bool
    {
        return in_array(Check::Repeated, $checks, true) || in_array(Check::NearlyRepeated, $checks, true);
    }

    /**
     * @param  mixed  $near  the digest that texts nearly alike share; null where the text is too short for one
     * @return list<TwinText> pages of the market that say the same, or nearly
     */
    private static function twins(Store $store, WrittenPage $page, TextField $field, mixed $near): array
    {
        return $near === null
            ? []
            : Records::select(
                TwinText::class,
                "SELECT r.name, r.page_id, r.url, COALESCE(t.draft_shown, t.shown) AS text FROM write_rows w
                    JOIN resources r ON r.id = w.resource_id
                    JOIN resource_texts t ON t.resource_id = w.resource_id AND t.field = ?
                    WHERE w.store_id = ? AND w.{$field->key()}_near = ".
                    (new Bytes(Typed::text($near)))->literal().
                    ' AND w.market_id = ? AND w.resource_id <> ? ORDER BY w.resource_id LIMIT '.
                    self::MOST_TWINS,
                [$field->value, $store->id, $page->marketId, $page->id],
            );
    }
}
