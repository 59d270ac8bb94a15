<?php

declare(strict_types=1);

namespace App\Write\Suggestions;

use App\Inventory\KeptDetails;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use App\Write\Recipes\RecipeFacts;
use App\Write\WrittenPage;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Suggestions\Brief;
use Orchard\Core\Wording\TextField;

/** Makes of pages what a wording source is asked. */
final class Briefs
{
    /** The beginning of the page's own text, which may be sent like a fact. */
    public const OWN_TEXT = 'text';

    /** Facts that are not sent unless somebody wants them: they change, or say nothing of the thing. */
    private const ASIDE = [
        'brand',
        'lead',
        'year',
        'season',
        'market',
        'stock',
        'in_stock',
        'rating',
        'reviews',
        'number',
        'price',
        'currency',
        'demand',
        self::OWN_TEXT,
    ];

    /** Pixels that a character of a title takes in the middle, at 20 px; what comes is measured all the same. */
    private const PIXELS = 9.7;

    public function __construct(private readonly RecipeFacts $facts, private readonly Ruler $ruler)
    {
    }

    /**
     * @param  list<int>  $resources
     * @return array<string, bool> facts that such pages have, by name; whether they are sent unless said otherwise
     */
    public function facts(Store $store, array $resources): array
    {
        $names = [];
        foreach (self::kinds($resources) as $kind) {
            $names += array_fill_keys($this->facts->names($store, $kind), true);
        }
        unset($names['name'], $names['lead']);
        $names[self::OWN_TEXT] = true;
        $sent = $labels = [];
        foreach (array_keys($names) as $name) {
            // What the shop calls otherwise and means the same is one fact.
            if (isset($labels[RecipeFacts::label((string) $name)])) {
                continue;
            }
            $labels[RecipeFacts::label((string) $name)] = true;
            $sent[(string) $name] =
                ! in_array($name, self::ASIDE, true) && preg_match('/price|preis|url|_id$/i', (string) $name) !== 1;
        }

        return $sent;
    }

    /**
     * @param  list<SuggestPage>  $rows
     * @return array<int, Brief> by resource
     */
    public function of(Store $store, Wish $wish, array $rows): array
    {
        $markets = Markets::of($store);
        $suffixes = TitleSuffixes::of($store);
        $facts = $this->facts->of(
            $store,
            array_map(static fn (SuggestPage $row): WrittenPage => $row->page(), $rows),
            $wish->facts,
        );
        $leads = PageTerms::leads(array_column($rows, 'pageId'));
        $texts = in_array(self::OWN_TEXT, $wish->facts, true) ? self::ownTexts(array_column($rows, 'pageId')) : [];
        $briefs = [];
        foreach ($rows as $row) {
            $market = $markets->find($row->marketId);
            $own = array_intersect_key($facts[$row->id], array_flip($wish->facts));
            $own = array_filter($own, static fn (string $fact): bool => trim($fact) !== '');
            isset($texts[$row->pageId]) && ($own[self::OWN_TEXT] = $texts[$row->pageId]);
            $suffix = $wish->field === TextField::Title ? $suffixes->suffix($market->id, $row->kind) : '';
            [$shortest, $longest] = $this->lengths($wish, $market->textLimits()->titleAim, $suffix);
            $briefs[$row->id] = new Brief(
                $wish->field,
                strtolower(substr($market->language, 0, 2)),
                $wish->style,
                Wish::ASKED,
                $shortest,
                $longest,
                $row->name,
                $own,
                $row->now,
                $leads[$row->pageId] ?? '',
            );
        }

        return $briefs;
    }

    /**
     * @param  list<int>  $resources
     * @return list<SuggestPage>
     */
    public static function rows(Store $store, array $resources, TextField $field): array
    {
        return $resources === []
            ? []
            : Records::select(
                SuggestPage::class,
                'SELECT r.id, r.page_id, r.market_id, r.kind, r.name, r.url, r.attributes,
                        COALESCE(t.draft_shown, t.shown) AS title_shown,
                        COALESCE(d.draft_shown, d.shown) AS description_shown, COALESCE(x.value, n.stored, "") AS now
                        FROM resources r
                        LEFT JOIN resource_texts t ON t.resource_id = r.id AND t.field = 1
                        LEFT JOIN resource_texts d ON d.resource_id = r.id AND d.field = 2
                        LEFT JOIN resource_texts n ON n.resource_id = r.id AND n.field = ?
                        LEFT JOIN drafts x ON x.resource_id = r.id AND x.field = ?
                        WHERE r.store_id = ? AND r.gone = 0 AND r.id IN ('.
                    Bulk::list($resources).
                    ') ORDER BY r.id',
                [$field->value, $field->value, $store->id],
            );
    }

    /** @return array{int, int} least and most characters */
    private function lengths(Wish $wish, float $titleAim, string $suffix): array
    {
        $isShort = $wish->style->isShort;
        if ($wish->field === TextField::Title) {
            $room = (int) floor(($titleAim - $this->ruler->pixels($suffix, 20)) / self::PIXELS);

            return [0, max(15, (int) floor($room * ($isShort ? 0.75 : 1)))];
        }

        return match ($wish->field) {
            TextField::Description => $isShort ? [70, 110] : [100, 156],
            TextField::SocialDescription => $isShort ? [0, 110] : [60, 160],
            default => [0, $isShort ? 45 : 65],
        };
    }

    /**
     * @param  list<int>  $resources
     * @return list<PageKind>
     */
    private static function kinds(array $resources): array
    {
        $kinds = [];
        foreach (array_chunk($resources, 5000) as $some) {
            foreach (Rows::all('SELECT DISTINCT kind FROM resources WHERE id IN ('.Bulk::list($some).')') as $row) {
                $kinds[$row->int('kind')] = PageKind::from($row->int('kind'));
            }
        }

        return array_values($kinds);
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, string>
     */
    private static function ownTexts(array $pages): array
    {
        $texts = [];
        $pages = array_values(array_filter($pages));
        foreach (
            $pages === []
                ? []
                : Rows::all('SELECT page_id, text FROM page_details WHERE page_id IN ('.Bulk::list($pages).')') as $row
        ) {
            $text = trim((string) preg_replace('/\s+/u', ' ', KeptDetails::textOf($row->text)));
            $text === '' || ($texts[$row->int('page_id')] = mb_substr($text, 0, Brief::LONGEST_FACT));
        }

        return $texts;
    }
}
