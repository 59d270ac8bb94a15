<?php

declare(strict_types=1);

namespace App\Changes;

/** What can happen to a text. */
enum HistoryEvent: string
{
    case Saved = 'saved';
    case Reverted = 'reverted';
    case Restored = 'restored';
    case NotTaken = 'not taken';
    case Ready = 'ready';
    case Approved = 'approved';
    case Returned = 'returned';
    case Live = 'live';
    case Refused = 'refused';
    case Clash = 'clash';
    case Dropped = 'dropped';
    case Undone = 'undone';
    case Seen = 'seen';
    case Accepted = 'accepted';

    public function words(): string
    {
        return match ($this) {
            self::Saved => 'wrote a draft',
            self::Reverted => 'took the draft back',
            self::Restored => 'brought back what stood there before',
            self::NotTaken => 'wrote at the same time; kept here, not taken',
            self::Ready => 'marked the draft as ready',
            self::Approved => 'approved the draft',
            self::Returned => 'sent the draft back',
            self::Live => 'released',
            self::Refused => 'was refused by the shop',
            self::Clash => 'met a change in the shop',
            self::Dropped => 'dropped the draft for the shop’s text',
            self::Undone => 'took the release back',
            self::Seen => 'was seen live',
            self::Accepted => 'accepted the shop’s own change',
        };
    }
}
