<?php

declare(strict_types=1);

namespace App\Write\Checks;

use App\Inventory\KeptDetails;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Spelling\Dictionaries;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use App\Write\WrittenPage;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\NearWording;
use Orchard\Core\Wording\PageFit;
use Orchard\Core\Wording\PageWords;
use Orchard\Core\Wording\SpellingWords;
use Orchard\Core\Wording\TextChecker;
use Orchard\Core\Wording\TextContext;
use Orchard\Core\Wording\TextField;

/** Holds texts against their pages, the store's rules and the dictionaries. */
final class TextJudge
{
    /** Values of one page that may tell it from others. */
    private const MOST_VALUES = 12;

    private readonly Markets $markets;

    private readonly TitleSuffixes $suffixes;

    private readonly StoreRules $rules;

    /** @var array<string, true> */
    private readonly array $words;

    private readonly int $year;

    /** @var array<int, PageWords> by resource */
    private array $pages = [];

    /** @var array<int, array<string, true>> words that are right on a page, since its name and facts have them */
    private array $known = [];

    /** @var array<int, string> lead terms by page */
    private array $leads = [];

    /** @var array<string, int> */
    private array $waived = [];

    public function __construct(
        Store $store,
        private readonly Ruler $ruler,
        private readonly Dictionaries $dictionaries,
    ) {
        $this->markets = Markets::of($store);
        $this->suffixes = TitleSuffixes::of($store);
        $this->rules = StoreRules::of($store);
        $this->words = StoreWords::of($store);
        $this->year = (int) now()->format('Y');
    }

    /**
     * Reads what the judged pages say, once for a portion.
     *
     * @param  list<WrittenPage>  $pages
     */
    public function meet(array $pages): void
    {
        $ids = array_values(array_filter(array_column($pages, 'pageId')));
        $this->leads = PageTerms::leads($ids);
        $this->waived = Waivers::bits(array_column($pages, 'id'));
        $this->pages = $this->known = [];
        $said = [];
        foreach (
            $ids === []
                ? []
                : Rows::all(
                    'SELECT f.page_id, f.h1s, d.text, p.price FROM page_facts f
                        LEFT JOIN page_details d ON d.page_id = f.page_id
                        LEFT JOIN page_products p ON p.page_id = f.page_id
                        WHERE f.to_crawl = 0 AND f.page_id IN ('.
                        Bulk::list($ids).
                        ')',
                ) as $row
        ) {
            $said[$row->int('page_id')] = $row;
        }
        $headings = self::draftedHeadings(array_column($pages, 'id'));
        foreach ($pages as $page) {
            $told = $said[$page->pageId] ?? null;
            $h1s = (array) json_decode((string) ($told->h1s ?? '[]'), true);
            // A heading that is to change counts as it will be, as titles do.
            $h1 = $headings[$page->id] ?? (is_string($h1s[0] ?? null) ? $h1s[0] : '');
            $facts = array_filter((array) json_decode($page->attributes, true), is_scalar(...));
            $this->pages[$page->id] = new PageWords(
                $page->name,
                $page->kind === PageKind::Home->value ? '' : $h1,
                KeptDetails::textOf($told->text ?? null),
                $page->kind === PageKind::Product->value ? self::prices($facts, $told->price ?? null) : [],
                self::telling($facts),
            );
            $own = SpellingWords::of(StoreWords::facts($page->name, $page->attributes));
            $this->known[$page->id] = array_fill_keys(array_map(StoreWords::tidy(...), $own), true);
        }
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, string> main headings as their drafts would show them, by resource
     */
    private static function draftedHeadings(array $resources): array
    {
        $headings = [];
        $list = Bulk::list($resources);
        foreach (
            $resources === []
                ? []
                : Rows::all(
                    "SELECT resource_id, draft_shown FROM resource_texts WHERE resource_id IN ($list) AND field = ?
                        AND draft_shown IS NOT NULL",
                    [TextField::H1->value],
                ) as $row
        ) {
            $headings[$row->int('resource_id')] = $row->text('draft_shown');
        }

        return $headings;
    }

    /**
     * @param  WrittenPage  $page  one of those that were met
     * @param  string  $title  as it will be shown, with what the theme adds
     * @return array{JudgedText, JudgedText} of the title and of the description
     */
    public function judge(WrittenPage $page, string $title, string $description): array
    {
        $market = $this->markets->find($page->marketId);
        $suffix = $this->suffixes->suffix($market->id, $page->kind);
        $own = (new TextContext(suffix: $suffix))->own($title);

        return [
            $this->one($page, TextField::Title, $title, [$suffix, $description]),
            $this->one($page, TextField::Description, $description, ['', $own]),
        ];
    }

    /**
     * @param  string  $shown  with what the theme adds, which is not looked at
     * @return list<string> words of a text that no dictionary knows, nor the store
     */
    public function misspelt(WrittenPage $page, TextField $field, string $shown): array
    {
        $market = $this->markets->find($page->marketId);
        $isTitle = $field === TextField::Title;
        $suffix = $isTitle ? $this->suffixes->suffix($market->id, $page->kind) : '';
        $own = (new TextContext(suffix: $suffix))->own($shown);
        $known = $this->known[$page->id] ?? [];

        return array_values(
            array_filter(
                $this->dictionaries->unknown(SpellingWords::of($own), $market->language),
                fn (string $word): bool => ! isset($this->words[StoreWords::tidy($word)]) &&
                    ! isset($known[StoreWords::tidy($word)]),
            ),
        );
    }

    /** @return list<string> values that tell the page from others and that a result list cuts off */
    public function cutValues(WrittenPage $page, string $title): array
    {
        $slot = $this->markets->find($page->marketId)->textLimits()->desktopSlot(TextField::Title);

        return PageFit::cutValues(
            $title,
            $this->ruler->fit($title, $slot)->lost,
            $this->pages[$page->id]->telling ?? [],
        );
    }

    /** @param  array{string, string}  $beside  what the theme adds, and the page's other text */
    private function one(WrittenPage $page, TextField $field, string $shown, array $beside): JudgedText
    {
        [$suffix, $other] = $beside;
        $market = $this->markets->find($page->marketId);
        $rules = $this->rules->for($market->id, $page->kind, $field);
        $context = new TextContext(
            $this->pages[$page->id] ?? new PageWords($page->name),
            $market->brand,
            $suffix,
            $this->leads[$page->pageId] ?? '',
            $other,
            $this->year,
            $rules,
            count($this->misspelt($page, $field, $shown)),
        );
        $checker = new TextChecker($this->ruler, $market->textLimits());
        $off = $rules->off | ($this->waived["$page->id $field->value"] ?? 0);

        return new JudgedText(
            $checker->bits($field, $shown, $context) & ~$off,
            (int) min(65535, round($checker->pixels($field, $shown))),
            NearWording::digest($context->own($shown)),
            $off,
        );
    }

    /**
     * @param  array<array-key, bool|float|int|string>  $facts
     * @return list<float> of the shop and of the page
     */
    private static function prices(array $facts, mixed $told): array
    {
        $prices = is_numeric($told) ? [(float) $told] : [];
        foreach ($facts as $name => $value) {
            if (str_contains(mb_strtolower((string) $name), 'price') && is_numeric($value)) {
                $prices[] = (float) $value;
            }
        }

        return $prices;
    }

    /**
     * @param  array<array-key, bool|float|int|string>  $facts
     * @return list<string>
     */
    private static function telling(array $facts): array
    {
        $telling = array_filter(
            $facts,
            static fn (mixed $value): bool => is_string($value) &&
                mb_strlen($value) >= 3 &&
                mb_strlen($value) <= 40 &&
                preg_match('/\p{L}{2}/u', $value) === 1,
        );

        return array_slice(array_values(array_map(strval(...), $telling)), 0, self::MOST_VALUES);
    }
}
