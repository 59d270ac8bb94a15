<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/** What can be said of a change. */
enum Verdict: int
{
    /** Its time is not over yet, or numbers are lacking. */
    case Open = 0;

    /** More came than chance explains. */
    case Earned = 1;

    /** Less came than chance explains. */
    case Lost = 2;

    /** No effect, or one that is too small to tell among so many pages and clicks. */
    case None = 3;

    /** Too few pages for a verdict of their own. */
    case Few = 4;
}
