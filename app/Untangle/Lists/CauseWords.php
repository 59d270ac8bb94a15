<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\CauseSort;
use Orchard\Core\Duplicates\CauseType;
use Orchard\Core\LinkGraph\CanonicalVerdict;
use stdClass;

/**
 * A cause as people would say it: what it is, and where. Causes that are the same fault in several folders are one
 * family: it has the name without the folder. All methods take a row of untangle_causes.
 */
final class CauseWords
{
    public static function of(stdClass $cause): string
    {
        [$family, $where] = [self::family($cause), self::where($cause)];

        return $where === '' ? $family : "$family, $where";
    }

    /** What is the same for all folders. */
    public static function family(stdClass $cause): string
    {
        $parameter = (string) $cause->parameter;

        return match (CauseType::from((string) $cause->type)) {
            CauseType::Parameter => ($cause->sort === CauseSort::Variant->value
                ? 'Variants by parameter '
                : 'Parameter ').$parameter,
            CauseType::Narrows => "Filter $parameter",
            CauseType::Path => 'One page at several paths',
            CauseType::Copies => 'Copied products',
            CauseType::Text => 'Duplicate content at unrelated URLs',
            CauseType::Paging => "Page 2 and on: canonical to page 1 ($parameter)",
            CauseType::Declared => CanonicalVerdict::tryFrom($parameter)?->words() ?? $parameter,
            CauseType::Redirects => 'Redirects',
            CauseType::Tracking => 'Tracking parameters',
            CauseType::Print => 'Print versions',
            CauseType::Slash => 'Trailing slash',
            CauseType::LetterCase => 'Upper and lower case',
            CauseType::Scheme => 'http and https',
            CauseType::Www => 'www and no www',
            CauseType::Host => "Host $parameter",
            CauseType::IndexFile => 'Index file names (index.html)',
            CauseType::Encoding => 'URL encoding',
            CauseType::Order => 'Order of parameters',
        };
    }

    /** The folder in which it is so; empty where a cause has none. */
    public static function where(stdClass $cause): string
    {
        return $cause->type === CauseType::Path->value ? "$cause->scope and $cause->parameter" : (string) $cause->scope;
    }
}
