<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/** How a file of rows is written: found by looking, corrected by hand where that was wrong. */
final readonly class Dialect
{
    public const SEPARATORS = [',' => 'comma', ';' => 'semicolon', "\t" => 'tab', '|' => 'bar'];

    public const CHARSETS = ['UTF-8', 'Windows-1252', 'UTF-16LE', 'UTF-16BE'];

    /**
     * @param  string  $separator  one of SEPARATORS
     * @param  string  $charset  one of CHARSETS
     * @param  int  $headerRow  number of the record with the columns' names, from 1; 0 where there is none
     * @param  ?DateOrder  $dates  null where dates come in two orders: such a file cannot be read rightly
     */
    public function __construct(public string $separator, public string $charset, public int $headerRow, public NumberForm $numbers, public ?DateOrder $dates)
    {
    }

    /** @return array{separator: string, charset: string, header_row: int, decimal: string, dates: string} */
    public function toArray(): array
    {
        return ['separator' => $this->separator, 'charset' => $this->charset, 'header_row' => $this->headerRow, 'decimal' => $this->numbers->decimal, 'dates' => $this->dates->value ?? 'mixed'];
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
            is_string($charset) && in_array($charset, self::CHARSETS, true) ? $charset : $this->charset,
            is_numeric($header) && $header >= 0 && $header <= 50 ? (int) $header : $this->headerRow,
            $decimal === '.' || $decimal === ',' ? new NumberForm($decimal) : $this->numbers,
            is_string($given['dates'] ?? null) ? DateOrder::tryFrom($given['dates']) ?? $this->dates : $this->dates,
        );
    }
}
