<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use DateTimeImmutable;

/** Which weeks are told of some markets. */
final readonly class MarketWeeks
{
    /**
     * @param  list<int>  $markets
     * @param  string  $newest  a day of the newest week that is told
     */
    public function __construct(private ToldWeeks $told, private array $markets, private string $newest)
    {
    }

    /** The Monday of the newest week that is told. */
    public function last(): DateTimeImmutable
    {
        return new DateTimeImmutable(PageWeeks::weekOf($this->newest));
    }

    /** Whether a week that begins on this Monday is told whole, in every market. */
    public function isTold(DateTimeImmutable $monday, ToldBy $by): bool
    {
        $back = intdiv((int) $monday->diff($this->last())->format('%r%a'), 7);
        foreach ($back < 0 ? [] : $this->markets as $market) {
            if ($this->told->daysIn($market, $by, $back) < 7) {
                return false;
            }
        }

        return $back >= 0;
    }
}
