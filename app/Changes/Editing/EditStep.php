<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use App\Platform\Database\Row;

/** Something that a person did to texts and can take back. */
final readonly class EditStep
{
    private function __construct(public int $id, public EditAction $action, public int $texts)
    {
    }

    public static function from(Row $row): self
    {
        return new self($row->int('id'), EditAction::from($row->text('action')), $row->int('texts'));
    }

    public function words(): string
    {
        return $this->action->words($this->texts);
    }
}
