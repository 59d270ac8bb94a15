<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use DateTimeZone;

/** Turns the cells of a row into values, by what each column holds. */
final class RowReader
{
    private const MEMORY = 200_000;

    private const DEVICES = [
        'desktop' => 1,
        'computer' => 1,
        'pc' => 1,
        'mobile' => 2,
        'phone' => 2,
        'smartphone' => 2,
        'mobil' => 2,
        'handy' => 2,
        'tablet' => 3,
    ];

    private const TRUTHS = [
        'yes' => 1,
        'true' => 1,
        '1' => 1,
        'x' => 1,
        'ja' => 1,
        'oui' => 1,
        'sí' => 1,
        'si' => 1,
        'indexed' => 1,
        'listed' => 1,
        'follow' => 1,
        'followed' => 1,
        'dofollow' => 1,
        'in stock' => 1,
        'no' => 0,
        'false' => 0,
        '0' => 0,
        'nein' => 0,
        'non' => 0,
        'not indexed' => 0,
        'not listed' => 0,
        'excluded' => 0,
        'nofollow' => 0,
        'ugc' => 0,
        'sponsored' => 0,
        'out of stock' => 0,
    ];

    private const TYPES = [
        'web' => 0,
        'all' => 0,
        'image' => 1,
        'images' => 1,
        'video' => 2,
        'videos' => 2,
        'news' => 3,
    ];

    /** @var list<array{int, string, bool, Field}> column, key of the field, whether it counts, field */
    private array $columns = [];

    private readonly Country $countries;

    private readonly DateOrder $dates;

    /**
     * @var array<int, array<string, string|int|float|null|false>> values of cells that were read already, by column:
     *     days, devices and queries come again and again
     */
    private array $known = [];

    /**
     * @param  array<int, Field>  $columns
     * @param  ?DateTimeZone  $zone  in which a time that tells its offset becomes a day
     */
    public function __construct(
        array $columns,
        private readonly Dialect $dialect,
        private readonly ?DateTimeZone $zone = null,
    ) {
        foreach ($columns as $column => $field) {
            $this->columns[] = [$column, $field->key, $field->sort === CellSort::Count, $field];
            $this->known[$column] = [];
        }
        $this->countries = new Country();
        $this->dates = $dialect->dates ?? DateOrder::DayFirst;
    }

    /**
     * @param  list<string>  $cells
     * @return array<string, string|int|float|null>|CellProblem by field key: days as yyyy-mm-dd, countries as two
     *     letters ("" for none), devices 1 desktop, 2 phone, 3 tablet, 0 not told; null where a cell says nothing
     */
    public function read(array $cells): array|CellProblem
    {
        $values = [];
        foreach ($this->columns as [$column, $key, $isCount, $field]) {
            $cell = $cells[$column] ?? '';
            if ($isCount && ctype_digit($cell) && strlen($cell) < 10) {
                $values[$key] = (int) $cell;

                continue;
            }
            $value = $this->known[$column][$cell] ?? false;
            if ($value === false) {
                if (count($this->known[$column]) >= self::MEMORY) {
                    $this->known[$column] = [];
                }
                $value = $this->known[$column][$cell] = $this->value($field->sort, $cell);
            }
            if ($value === false) {
                return new CellProblem($field->label, self::complaint($field->sort, $cell));
            }
            $values[$key] = $value;
        }

        return $values;
    }

    private function value(CellSort $sort, string $cell): string|int|float|null|false
    {
        switch ($sort) {
            case CellSort::Count:
                $number = $this->dialect->numbers->parse($cell);

                return $number === null || $number === false
                    ? $number
                    : ($number >= 0 && $number < 4e9 && floor($number) === $number
                        ? (int) $number
                        : false);
            case CellSort::Number:
                return $this->dialect->numbers->parse($cell);
            case CellSort::Address:
                $cell = trim($cell);

                return $cell === '' ? null : $cell;
            case CellSort::Words:
                $cell = mb_substr(mb_strtolower(trim((string) preg_replace('/[\p{Z}\p{Cc}]+/u', ' ', $cell))), 0, 500);

                return $cell === '' ? null : $cell;
            case CellSort::Text:
                $cell = mb_substr(trim((string) preg_replace('/[\p{Z}\p{Cc}]+/u', ' ', $cell)), 0, 500);

                return $cell === '' ? null : $cell;
            case CellSort::Truth:
                $cell = mb_strtolower(trim($cell));

                return $cell === '' ? null : self::TRUTHS[$cell] ?? false;
            case CellSort::Day:
                return trim($cell) === '' ? null : $this->dates->parse($cell, $this->zone) ?? false;
            case CellSort::Country:
                $cell = trim($cell);

                return $cell === '' || strcasecmp($cell, 'zzz') === 0 || $cell[0] === '('
                    ? ''
                    : $this->countries->code($cell) ?? false;
            case CellSort::Device:
                return self::DEVICES[strtolower(trim($cell))] ?? (trim($cell) === '' ? 0 : false);
            case CellSort::SearchType:
                return self::TYPES[strtolower(trim($cell))] ?? (trim($cell) === '' ? 0 : false);
        }
    }

    private static function complaint(CellSort $sort, string $cell): string
    {
        $shown = '"'.mb_substr($cell, 0, 60).'"';

        return match ($sort) {
            CellSort::Count => preg_match('/^\s*[-−]\s*[\d.,]+$/u', $cell) === 1
                ? "$shown is below nought"
                : "$shown is no whole number",
            CellSort::Number => "$shown is no number",
            CellSort::Truth => "$shown is neither yes nor no",
            CellSort::Day => "$shown is no day",
            CellSort::Country => "$shown is no country that is known",
            CellSort::Device => "$shown is no device: desktop, phone or tablet",
            CellSort::SearchType => "$shown is no search type: web, image, video or news",
            default => "$shown cannot be read",
        };
    }
}
