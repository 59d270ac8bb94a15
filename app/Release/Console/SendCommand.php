<?php

declare(strict_types=1);

namespace App\Release\Console;

use App\Platform\Work\WorkDesk;
use App\Release\Handing\Via;
use App\Release\Releases;
use App\Stores\Console\StoreCommand;
use InvalidArgumentException;

final class SendCommand extends StoreCommand
{
    use FollowsRelease;

    protected $signature =
        'release:send {--store=} {--name= : what the release is called} {--part=100 : '.
        'hundredths of what is ready to send first} {--via= : direct, file or person: the way that all of it '.
        'takes; else as it was chosen for the store} {--wait : work in this process until all is sent and '.
        'looked at once} {--json}';

    protected $description =
        'Get all that is ready into the shop, directly, as a file or by a list: texts, and '.'settings of addresses';

    public function handle(Releases $releases, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($releases, $desk): int {
            $name = $this->option('name');
            $via = $this->option('via');
            $only =
                is_string($via) && $via !== ''
                    ? Via::tryFrom($via) ?? throw new InvalidArgumentException('--via is direct, file or person.')
                    : null;

            return $this->follow(
                $releases->send(
                    $this->store(),
                    null,
                    null,
                    is_string($name) && $name !== '' ? $name : null,
                    null,
                    is_numeric($part = $this->option('part')) ? (int) $part : 100,
                    $only,
                ),
                $desk,
            );
        });
    }
}
