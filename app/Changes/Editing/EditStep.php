<?php

declare(strict_types=1);

namespace App\Changes\Editing;

use stdClass;

/** Something that a person did to texts and can take back. */
final readonly class EditStep
{
    private function __construct(public int $id, public EditAction $action, public int $texts)
    {
    }

    public static function from(stdClass $row): self
    {
        return new self((int) $row->id, EditAction::from((string) $row->action), (int) $row->texts);
    }

    public function words(): string
    {
        return $this->action->words($this->texts);
    }
}
