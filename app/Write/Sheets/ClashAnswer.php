<?php

declare(strict_types=1);

namespace App\Write\Sheets;

/** What somebody says of a row of a sheet whose text was changed on the desk meanwhile. */
final readonly class ClashAnswer
{
    /**
     * @param  int  $place  of the row
     * @param  bool  $isSheets  whether the sheet's text is to be taken; else what stands on the desk stays
     * @param  int  $revision  of the draft that was looked at
     */
    public function __construct(public int $sheet, public int $place, public bool $isSheets, public int $revision)
    {
    }
}
