<?php

declare(strict_types=1);

namespace App\Release\Console;

use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\UndoWish;
use App\Stores\Console\StoreCommand;

final class UndoCommand extends StoreCommand
{
    use FollowsRelease;

    protected $signature = 'release:undo {release : its number} {--store=} {--wait : work in this process until all is taken back and looked at once} {--json}';

    protected $description = 'Take a release back as a whole';

    public function handle(Releases $releases, WorkDesk $desk): int
    {
        return $this->guarded(
            fn (): int => $this->follow(
                $releases->undo($this->store(), new UndoWish((int) $this->argument('release')), null),
                $desk,
            ),
        );
    }
}
