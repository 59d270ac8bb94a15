<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\ToldBy;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Http\Request;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\Span;

/**
 * What part of the numbers is looked at: how many weeks, beside which, on what device, of which class of query, of
 * which market and kind.
 */
final readonly class Lens
{
    /** Devices and classes in the tables: the cases of their own, all but own brand, and all. */
    public const ALL = 9;

    public const BUT_BRAND = 8;

    /** What is told of a page as a whole, withheld included, by device and of all devices, where sums are made. */
    public const TOTAL_BY_DEVICE = 250;

    public const TOTAL = 251;

    public const DEVICES = [self::ALL => 'all', 1 => 'desktop', 2 => 'phone', 3 => 'tablet'];

    /** Keys of classes as they stand in addresses. */
    public const CLASSES = [
        self::ALL => 'all',
        self::BUT_BRAND => 'but-brand',
        1 => 'brand',
        2 => 'maker',
        0 => 'generic',
        3 => 'question',
    ];

    public function __construct(
        public int $weeks = 13,
        public string $against = 'before',
        public int $device = self::ALL,
        public int $class = self::ALL,
        public ?int $market = null,
        public ?PageKind $kind = null,
    ) {
    }

    public static function from(Request $request, Store $store, bool $isPeriod): self
    {
        $text = static fn (string $key): string => is_string($request->input($key)) ? $request->input($key) : '';
        $weeks = in_array((int) $text('weeks'), Span::WINDOWS, true) && ! $isPeriod ? (int) $text('weeks') : 13;
        $market = ctype_digit($text('market')) && strlen($text('market')) < 18 ? (int) $text('market') : null;
        $markets = Markets::of($store)->all();
        $known = array_map(static fn (Market $one): int => $one->id, $markets);
        // Sums of unlike currencies say nothing: with several, one market is looked at.
        $usual = Units::of($store)->addUp() ? null : $known[0];

        return new self(
            $weeks,
            $text('against') === 'year' ? 'year' : 'before',
            array_flip(self::DEVICES)[$text('device')] ?? self::ALL,
            array_flip(self::CLASSES)[$text('class')] ?? self::ALL,
            in_array($market, $known, true) ? $market : $usual,
            PageKind::fromKey($text('kind')),
        );
    }

    /**
     * What stands in the address; nothing where it is as usual.
     *
     * @param  array<string, ?string>  $changes
     * @return array<string, string>
     */
    public function query(array $changes = []): array
    {
        return array_filter(
            $changes + [
                'weeks' => $this->weeks === 13 ? null : (string) $this->weeks,
                'against' => $this->against === 'before' ? null : $this->against,
                'device' => $this->device === self::ALL ? null : self::DEVICES[$this->device] ?? null,
                'class' => $this->class === self::ALL ? null : self::CLASSES[$this->class] ?? null,
                'market' => $this->market === null ? null : (string) $this->market,
                'kind' => $this->kind?->key(),
            ],
            static fn (?string $value): bool => $value !== null,
        );
    }

    /**
     * The condition of the lens's kind and market, to follow another.
     *
     * @param  string  $of  the table's alias with its dot
     * @return array{string, list<int>} SQL that is empty or begins with AND, and its values
     */
    public function narrows(string $of = 's.'): array
    {
        $asked = array_filter(['kind' => $this->kind?->value, 'market_id' => $this->market], is_int(...));

        return [
            implode('', array_map(static fn (string $column): string => " AND $of$column = ?", array_keys($asked))),
            array_values($asked),
        ];
    }

    /** Whether withheld clicks are part of what is seen: only where no class is asked for. */
    public function holdsWithheld(): bool
    {
        return $this->class === self::ALL;
    }

    /** By which rows the numbers of a device and class are told. */
    public static function toldBy(int $device, int $class): ToldBy
    {
        return match (true) {
            $class !== self::ALL => ToldBy::Queries,
            $device !== self::ALL => ToldBy::Devices,
            default => ToldBy::Pages,
        };
    }

    public static function className(int $class): string
    {
        return match ($class) {
            self::ALL => 'all queries',
            self::BUT_BRAND => 'all but own brand',
            default => QueryClass::from($class)->label(),
        };
    }

    public static function deviceName(int $device): string
    {
        return $device === self::ALL ? 'all devices' : self::DEVICES[$device] ?? 'not told';
    }
}
