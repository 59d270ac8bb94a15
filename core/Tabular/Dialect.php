<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use Orchard\Core\Text\Encoding;

/** How a file of rows is written: found by looking, corrected by hand where that was wrong. */
final readonly class Dialect
{
    public const SEPARATORS = [',' => 'comma', ';' => 'semicolon', "\t" => 'tab', '|' => 'bar'];

    /**
     * @param  string  $separator  one of SEPARATORS
     * @param  string  $charset  label of an Encoding
     * @param  int  $headerRow  number of the record with the columns' names, from 1; 0 where there is none
     * @param  ?DateOrder  $dates  null where dates come in two orders: such a file cannot be read rightly
     */
    public function __construct(
        public string $separator,
        public string $charset,
        public int $headerRow,
        public NumberForm $numbers,
        public ?DateOrder $dates,
    ) {
    }

    /** @return list<string> labels of all charsets that a file can be in, the most usual first */
    public static function charsets(): array
    {
        $labels = array_map(
            static fn (string $name): string => Encoding::labelled($name)?->label() ?? '',
            Encoding::names(),
        );
        sort($labels, SORT_NATURAL);

        return array_values(array_unique(['UTF-8', 'Windows-1252', 'UTF-16LE', ...$labels]));
    }

    /** @throws \LogicException where the charset is none of charsets() */
    public function encoding(): Encoding
    {
        return Encoding::labelled($this->charset) ?? throw new \LogicException("{$this->charset} is no charset.");
    }

    /** @return array{separator: string, charset: string, header_row: int, decimal: string, dates: string} */
    public function toArray(): array
    {
        return [
            'separator' => $this->separator,
            'charset' => $this->charset,
            'header_row' => $this->headerRow,
            'decimal' => $this->numbers->decimal,
            'dates' => $this->dates->value ?? 'mixed',
        ];
    }

    public function withDates(?DateOrder $dates): self
    {
        return new self($this->separator, $this->charset, $this->headerRow, $this->numbers, $dates);
    }

    /** @param  array<array-key, mixed>  $given  what is missing or wrong stays as it is here */
    public function with(array $given): self
    {
        $separator = $given['separator'] ?? null;
        $charset = $given['charset'] ?? null;
        $header = $given['header_row'] ?? null;
        $decimal = $given['decimal'] ?? null;

        return new self(
            is_string($separator) && isset(self::SEPARATORS[$separator]) ? $separator : $this->separator,
            is_string($charset) ? Encoding::labelled($charset)?->label() ?? $this->charset : $this->charset,
            is_numeric($header) && $header >= 0 && $header <= 50 ? (int) $header : $this->headerRow,
            $decimal === '.' || $decimal === ',' ? new NumberForm($decimal) : $this->numbers,
            is_string($given['dates'] ?? null) ? DateOrder::tryFrom($given['dates']) ?? $this->dates : $this->dates,
        );
    }
}
