<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** What can be wrong in structured data. */
enum StructuredFaultType: string
{
    case NotJson = 'not-json';
    case NoContext = 'no-context';
    case NoType = 'no-type';
    case UnknownType = 'unknown-type';
    case UnknownProperty = 'unknown-property';
    case Misplaced = 'misplaced';
    case WrongValue = 'wrong-value';
    case WrongType = 'wrong-type';
    case Lacks = 'lacks';
    case OffScale = 'off-scale';
    case BadPrice = 'bad-price';
    case BadCurrency = 'bad-currency';

    /** Whether search engines show no rich result because of it; the others are against the vocabulary alone. */
    public function isSerious(): bool
    {
        return ! in_array($this, [self::UnknownProperty, self::Misplaced, self::WrongType], true);
    }
}
