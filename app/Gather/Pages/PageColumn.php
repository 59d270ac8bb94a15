<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Changes\DraftState;
use App\Inventory\CanonicalState;
use App\Inventory\Index\DepthRebuild;
use App\Inventory\PageMark;
use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Platform\Web\Forms;
use App\Stores\Kinds\PageKind;
use Closure;
use Orchard\Core\StructuredData\LifeState;

/** What the inventory can show, sort and filter by, a column of the list table each. */
enum PageColumn: string
{
    case Kind = 'kind';
    case Status = 'status';
    case Engines = 'engines';
    case Canonical = 'canonical';
    case Depth = 'depth';
    case Links = 'links';
    case LinksNav = 'links-nav';
    case LinksOut = 'links-out';
    case Words = 'words';
    case TitleLength = 'title-length';
    case DescriptionLength = 'description-length';
    case H1s = 'h1s';
    case Images = 'images';
    case NoAlt = 'no-alt';
    case Hreflangs = 'hreflangs';
    case Bytes = 'bytes';
    case Response = 'response';
    case Marks = 'marks';
    case Sources = 'sources';
    case Life = 'life';
    case Stock = 'stock';
    case Price = 'price';
    case Changed = 'changed';
    case Clicks = 'clicks';
    case Impressions = 'impressions';
    case Position = 'position';
    case Orders = 'orders';
    case Revenue = 'revenue';
    case Upside = 'upside';
    case Lead = 'lead';
    case Draft = 'draft';
    case Tangle = 'tangle';

    private const USUAL = [
        self::Kind,
        self::Status,
        self::Engines,
        self::Depth,
        self::Links,
        self::LinksNav,
        self::Words,
    ];

    private const USUAL_WITH_NUMBERS = [
        self::Kind,
        self::Status,
        self::Engines,
        self::Depth,
        self::Links,
        self::LinksNav,
        self::Clicks,
        self::Impressions,
        self::Position,
        self::Orders,
        self::Revenue,
    ];

    /** @return list<self> the columns shown where nobody has chosen any */
    public static function usual(bool $hasNumbers): array
    {
        return $hasNumbers ? self::USUAL_WITH_NUMBERS : self::USUAL;
    }

    public function label(): string
    {
        return match ($this) {
            self::Engines => 'Indexable',
            self::Depth => 'Click depth',
            self::Links => 'Text links in',
            self::LinksNav => 'Nav links in',
            self::LinksOut => 'Links out',
            self::TitleLength => 'Title, characters',
            self::DescriptionLength => 'Description, characters',
            self::H1s => 'H1s',
            self::NoAlt => 'Images without alt text',
            self::Hreflangs => 'hreflang',
            self::Response => 'Response, ms',
            self::Marks => 'Issues',
            self::Sources => 'Found in',
            self::Life => 'Availability',
            self::Changed => 'Changed in crawl',
            self::Lead => 'Lead term',
            self::Tangle => 'Duplicates, pages',
            default => ucfirst($this->value),
        };
    }

    /** The column of page_index behind it. */
    public function column(): string
    {
        return match ($this) {
            self::Engines => 'why_not',
            self::Links => 'links_in',
            self::LinksNav => 'links_nav',
            self::LinksOut => 'links_out',
            self::TitleLength => 'title_chars',
            self::DescriptionLength => 'description_chars',
            self::NoAlt => 'no_alt',
            self::Response => 'response_ms',
            self::Changed => 'changed_crawl',
            self::Position => 'position_milli',
            self::Lead => 'has_lead',
            default => $this->value,
        };
    }

    /** Whether it is asked for by a range of numbers; else by one of its choices. */
    public function isNumber(): bool
    {
        return ! in_array(
            $this,
            [
                self::Kind,
                self::Status,
                self::Engines,
                self::Canonical,
                self::Marks,
                self::Sources,
                self::Life,
                self::Lead,
                self::Draft,
            ],
            true,
        );
    }

    /** Numbers in the table for one that people see. */
    public function scale(): int
    {
        return $this === self::Position ? 1000 : 1;
    }

    /** Whether large numbers are looked for first. */
    public function isDown(): bool
    {
        return in_array(
            $this,
            [
                self::Links,
                self::LinksNav,
                self::LinksOut,
                self::Images,
                self::NoAlt,
                self::Bytes,
                self::Response,
                self::Stock,
                self::Price,
                self::Changed,
                self::Clicks,
                self::Impressions,
                self::Orders,
                self::Revenue,
                self::Upside,
                self::Lead,
                self::Draft,
                self::Tangle,
                self::Hreflangs,
                self::H1s,
            ],
            true,
        );
    }

    public function needsNumbers(): bool
    {
        return in_array($this, [self::Clicks, self::Impressions, self::Position, self::Orders, self::Revenue], true);
    }

    /**
     * The values that it can be asked for, by key.
     *
     * @return array<array-key, string>
     */
    public function choices(): array
    {
        return match ($this) {
            self::Kind => array_column(
                array_map(static fn (PageKind $kind): array => [$kind->key(), $kind->label()], PageKind::cases()),
                1,
                0,
            ),
            self::Engines => ['indexable' => 'indexable', 'not' => 'not indexable'] +
                array_column(
                    array_map(
                        static fn (WhyNot $why): array => [(string) $why->value, $why->words()],
                        array_slice(WhyNot::cases(), 1),
                    ),
                    1,
                    0,
                ),
            self::Canonical => array_column(
                array_map(
                    static fn (CanonicalState $state): array => [(string) $state->value, $state->words()],
                    CanonicalState::cases(),
                ),
                1,
                0,
            ),
            self::Marks => array_column(
                array_map(static fn (PageMark $mark): array => [$mark->key(), $mark->words()], PageMark::cases()),
                1,
                0,
            ),
            self::Sources => array_column(
                array_map(
                    static fn (PageSource $source): array => [strtolower($source->name), strtolower($source->name)],
                    PageSource::cases(),
                ),
                1,
                0,
            ),
            self::Life => array_column(
                array_map(static fn (LifeState $state): array => [$state->key(), $state->label()], LifeState::cases()),
                1,
                0,
            ),
            self::Lead => ['1' => 'has one', '0' => 'has none'],
            self::Draft => ['0' => 'none'] +
                array_column(
                    array_map(
                        static fn (DraftState $state): array => [(string) $state->rank(), $state->label()],
                        DraftState::cases(),
                    ),
                    1,
                    0,
                ),
            default => [],
        };
    }

    /**
     * The condition for one of its choices, on the table that is called i.
     *
     * @return ?array{string, list<int>} null where there is no such choice
     */
    public function condition(string $choice): ?array
    {
        if ($this === self::Status) {
            return match (1) {
                preg_match('/^\d{1,3}$/', $choice) => ['i.status = ?', [(int) $choice]],
                preg_match('/^(\d{3})\.\.(\d{3})?$/', $choice, $from) => [
                    'i.status BETWEEN ? AND ?',
                    [(int) $from[1], (int) ($from[2] ?? 999)],
                ],
                default => null,
            };
        }
        if (! isset($this->choices()[$choice])) {
            return null;
        }

        return match ($this) {
            self::Kind => ['i.kind = ?', [PageKind::fromKey($choice)->value ?? 0]],
            self::Engines => $choice === 'indexable' || $choice === 'not'
                ? ['i.indexable = ?', [$choice === 'not' ? 0 : 1]]
                : ['i.why_not = ?', [(int) $choice]],
            self::Canonical => ['i.canonical = ?', [(int) $choice]],
            self::Lead, self::Draft => ["i.{$this->column()} = ?", [(int) $choice]],
            self::Marks => ['i.marks & ? <> 0', [PageMark::fromKey($choice)->value ?? 0]],
            self::Sources => ['i.sources & ? <> 0', [PageSource::fromKey($choice)->value ?? 0]],
            self::Life => ['i.life = ?', [LifeState::fromKey($choice)->value ?? 0]],
            default => null,
        };
    }

    /** What it says of a page. */
    public function shown(PageCells $page, bool $isForFile = false): string
    {
        // A file is read by machines, a screen by people.
        $number = $isForFile ? number_format(...) : Forms::number(...);
        $column = $this->column();
        $whole = $page->whole($column);

        return match ($this) {
            self::Kind => PageKind::from($whole)->label(),
            self::Status => $whole === 0 ? '–' : (string) $whole,
            self::Engines => $page->isIndexable() ? 'yes' : WhyNot::from($whole)->words(),
            self::Canonical => CanonicalState::from($whole)->words(),
            self::Depth => $whole === DepthRebuild::UNREACHED ? 'none' : (string) $whole,
            self::Marks => implode(
                ', ',
                array_map(static fn (PageMark $mark): string => $mark->words(), PageMark::of($whole)),
            ),
            self::Sources => implode(', ', PageSource::namesOf($whole)),
            self::Life => $whole === 0 ? '' : LifeState::from($whole)->label(),
            self::Position => $whole === 0 ? '–' : $number($whole / 1000, 1),
            self::Price => $page->isEmpty($column) ? '' : $number($page->number($column), 2),
            self::Stock => $page->isEmpty($column) ? '' : $number($whole),
            self::Revenue => $number($page->number($column)),
            self::Upside => self::upside($page->number($column), $number),
            self::Lead => $page->text('lead_term'),
            self::Draft => $whole === 0 ? '' : $this->choices()[(string) $whole] ?? '',
            self::Tangle => $whole === 0 ? '' : $number($whole),
            self::Changed => $whole === 0 ? '' : $page->text($column),
            default => $number($whole),
        };
    }

    /** @param  Closure(float, int): string  $number */
    private static function upside(float $value, Closure $number): string
    {
        return $value === 0.0 ? '' : $number($value, $value < 100 ? 1 : 0);
    }
}
