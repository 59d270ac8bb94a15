<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Store\Facts\NumberWindow;
use Orchard\Core\Demand\Span;

/** Which spans make up what is shown of a window: its own weeks, those before, the same a year earlier. */
final class SumColumns
{
    /** Ends of the columns' names. */
    public const ENDS = ['', '_before', '_year'];

    /** @return list<int> windows that are kept: of a period there is one */
    public static function windows(NumberWindow $window): array
    {
        return $window->isPeriod ? [13] : Span::WINDOWS;
    }

    /** @return array{list<int>, list<int>, list<int>} spans by the order of ENDS; a period has nothing to be compared with */
    public static function spans(NumberWindow $window, int $weeks): array
    {
        return $window->isPeriod ? [[0], [], []] : [Span::now($weeks), Span::before($weeks), Span::yearEarlier($weeks)];
    }
}
