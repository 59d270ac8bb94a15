<?php

declare(strict_types=1);

namespace App\Release\Console;

use App\Platform\Work\WorkDesk;
use App\Release\Items\Via;
use App\Release\Planning\PlanHours;
use App\Release\Planning\Plans;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Stores\Console\StoreCommand;
use InvalidArgumentException;

final class SendCommand extends StoreCommand
{
    use FollowsRelease;

    protected $signature =
        'release:send {--store=} {--name= : what the release is called} {--part=100 : '.
        'hundredths of what is ready to send first} {--via= : direct, file or person: the way that all of it '.
        'takes; else as it was chosen for the store} {--at= : "2026-12-01 06:00" in the store\'s time: it goes '.
        'by itself then, as it is now} {--rest= : the same: when the rest goes after a first part} {--wait : '.
        'work in this process until all is sent and looked at once} {--json}';

    protected $description =
        'Get all that is ready into the shop, directly, as a file or by a list: texts, and '.'settings of addresses';

    public function handle(Releases $releases, Plans $plans, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($releases, $plans, $desk): int {
            $name = $this->option('name');
            $via = $this->option('via');
            $only =
                is_string($via) && $via !== ''
                    ? Via::tryFrom($via) ?? throw new InvalidArgumentException('--via is direct, file or person.')
                    : null;

            $wish = new ReleaseWish(
                name: is_string($name) && $name !== '' ? $name : null,
                percent: is_numeric($part = $this->option('part')) ? (int) $part : 100,
                only: $only,
            );
            if (is_string($at = $this->option('at')) && $at !== '') {
                return $this->plan($plans, $wish, $at);
            }

            return $this->follow($releases->send($this->store(), $wish, null), $desk);
        });
    }

    private function plan(Plans $plans, ReleaseWish $wish, string $at): int
    {
        if ($wish->only !== null) {
            throw new InvalidArgumentException(
                '--via is for a release that goes at once, not for one that is planned.',
            );
        }
        $rest = $this->option('rest');
        $hours = new PlanHours($at, is_string($rest) && $rest !== '' ? $rest : null);
        $plan = $plans->plan($this->store(), $wish, $hours, null);

        return $this->answer(['plan' => $plan, 'state' => 'planned'], "It is planned for $at.");
    }
}
