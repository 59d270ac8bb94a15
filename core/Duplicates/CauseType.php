<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** What makes addresses show the same, or name a wrong canonical. The values are stored. */
enum CauseType: string
{
    case Tracking = 'tracking';
    case Print = 'print';
    case Parameter = 'parameter';
    case Host = 'host';
    case Www = 'www';
    case Scheme = 'scheme';
    case IndexFile = 'index-file';
    case LetterCase = 'case';
    case Slash = 'slash';
    case Encoding = 'encoding';
    case Order = 'order';
    case Path = 'path';
    case Copies = 'copies';
    case Text = 'text';
    case Redirects = 'redirects';
    case Narrows = 'narrows';
    case Paging = 'paging';
    case Declared = 'declared';
}
