<?php

declare(strict_types=1);

namespace App\Release\Console;

use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Stores\Console\StoreCommand;

final class SendCommand extends StoreCommand
{
    use FollowsRelease;

    protected $signature = 'release:send {--store=} {--name= : what the release is called} {--part=100 : hundredths of what is ready to send first} {--wait : work in this process until all is sent and looked at once} {--json}';

    protected $description = 'Send all that is ready to the shop: texts, and settings of addresses';

    public function handle(Releases $releases, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($releases, $desk): int {
            $name = $this->option('name');

            return $this->follow(
                $releases->send(
                    $this->store(),
                    null,
                    null,
                    is_string($name) && $name !== '' ? $name : null,
                    null,
                    is_numeric($part = $this->option('part')) ? (int) $part : 100,
                ),
                $desk,
            );
        });
    }
}
