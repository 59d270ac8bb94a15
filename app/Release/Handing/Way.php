<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Release\Items\Via;

/** The way that one change takes, and the file that it goes in. */
final readonly class Way
{
    public function __construct(public Via $via, public ?int $file = null)
    {
    }

    public function key(): string
    {
        return $this->via->value.($this->file === null ? '' : " $this->file");
    }
}
