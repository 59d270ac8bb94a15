<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use DateTimeImmutable;

/**
 * In which order a file's dates stand, from all that speaks for one or the other. Some things decide: a day over
 * twelve, dots, a reading that lies in the future. Others only speak for one: days one after another, and what is known
 * from elsewhere. Where they do not agree, or nothing speaks at all, the reading is unsure, and people have to say.
 */
final readonly class DateReading
{
    /** Share of the steps from one date to the next that must be of one day to count as days one after another. */
    private const STEADY = 0.8;

    /** Dates from which on steps say something. */
    private const FEWEST_STEPS = 3;

    private function __construct(public ?DateOrder $order, public bool $isSure)
    {
    }

    /** Whether a cell reads as two different days, depending on the order. */
    public static function isOpen(string $cell): bool
    {
        $days = [DateOrder::DayFirst->parse($cell), DateOrder::MonthFirst->parse($cell)];

        return $days[0] !== null && $days[1] !== null && $days[0] !== $days[1];
    }

    /**
     * @param  list<string>  $cells  different ones, in the order of the file
     * @param  string  $latest  yyyy-mm-dd, the last day that a row can be of
     * @param  list<DateOrder>  $hints  what else speaks for an order: the language of the columns, other files, the
     *     market
     * @return self order null where some dates can only be read one way and some only the other
     */
    public static function of(array $cells, string $latest, array $hints = []): self
    {
        $decided = DateOrder::onlyOnes($cells);
        if (count($decided) > 1) {
            return new self(null, false);
        }
        if ($decided !== []) {
            return new self($decided[0], true);
        }
        $open = array_values(array_filter($cells, self::isOpen(...)));
        if ($open === []) {
            return new self(DateOrder::DayFirst, true);
        }
        if (array_filter($open, static fn (string $cell): bool => preg_match('~^\s*\d+\.~', $cell) === 1) !== []) {
            return new self(DateOrder::DayFirst, true); // Nobody writes the month first between dots.
        }
        $isPossible = static fn (DateOrder $order): bool => array_filter(
            $open,
            static fn (string $cell): bool => $order->parse($cell) > $latest,
        ) === [];
        $possible = array_values(array_filter(DateOrder::cases(), $isPossible));
        if (count($possible) === 1) {
            return new self($possible[0], true);
        }
        foreach (DateOrder::cases() as $order) {
            if (self::isSteady($open, $order)) {
                $hints[] = $order;
            }
        }
        $spoken = array_values(array_unique($hints, SORT_REGULAR));

        return count($spoken) === 1 ? new self($spoken[0], true) : new self($spoken[0] ?? DateOrder::DayFirst, false);
    }

    /** @param  list<string>  $cells */
    private static function isSteady(array $cells, DateOrder $order): bool
    {
        $days = array_map(
            static fn (string $cell): int => (int) ((int) (new DateTimeImmutable($order->parse($cell).' UTC'))->format(
                'U',
            ) / 86_400),
            $cells,
        );
        $steps = 0;
        for ($i = 1; $i < count($days); $i++) {
            $steps += abs($days[$i] - $days[$i - 1]) === 1 ? 1 : 0;
        }

        return count($days) > self::FEWEST_STEPS && $steps >= self::STEADY * (count($days) - 1);
    }
}
