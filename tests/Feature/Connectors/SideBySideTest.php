<?php

declare(strict_types=1);

use App\Connectors\Http\GuardedHttp;
use App\Connectors\Http\HttpRequest;
use App\Connectors\Http\SideBySide;
use Orchard\Core\Url\PageUrl;

/**
 * @param  list<Closure(): void>  $tasks
 * @param  int<1, max>  $most
 */
function besides(array $tasks, int $most): int
{
    $highest = 0;
    SideBySide::run(function (int $running) use (&$tasks, &$highest): ?Closure {
        $highest = max($highest, $running + ($tasks === [] ? 0 : 1));

        return array_shift($tasks);
    }, $most);

    return $highest;
}

it('lets the others go on while one waits for its answer, and no more at once than asked for', function (): void {
    $base = PageUrl::parse((string) getenv('SHOP_URL')) ?? throw new LogicException();
    $http = GuardedHttp::allowing(["127.0.0.1:{$base->port()}"]);
    $log = [];
    $tasks = [];
    foreach (range(1, 7) as $n) {
        $tasks[] = static function () use ($n, $http, $base, &$log): void {
            $log[] = "asks $n";
            $answer = $http->fetch(new HttpRequest($base->resolve($n === 3 ? '/no-such-page' : '/') ?? $base));
            $log[] = "got $n $answer->status";
        };
    }
    expect(besides($tasks, 3))
        ->toBe(3)
        ->and(array_slice($log, 0, 3))
        ->toBe(['asks 1', 'asks 2', 'asks 3']);
    sort($log);
    expect($log)->toBe([
        'asks 1', 'asks 2', 'asks 3', 'asks 4', 'asks 5', 'asks 6', 'asks 7', 'got 1 200', 'got 2 200', 'got 3 404',
        'got 4 200', 'got 5 200', 'got 6 200', 'got 7 200',
    ]);
});

it('goes on with whose time comes first, whoever began first', function (): void {
    $log = [];
    $tasks = [];
    foreach ([0.2, 0.1, 0.01] as $seconds) {
        $tasks[] = static function () use ($seconds, &$log): void {
            SideBySide::pause($seconds);
            $log[] = $seconds;
            SideBySide::pause(0.3);
            $log[] = "again $seconds";
        };
    }
    besides($tasks, 3);
    expect($log)->toBe([0.01, 0.1, 0.2, 'again 0.01', 'again 0.1', 'again 0.2']);
});

it('ends all tasks with what one throws, and asks for no more', function (): void {
    $log = [];
    $tasks = [
        static function () use (&$log): void {
            SideBySide::pause(0.2);
            $log[] = 'too late';
        },
        static function (): void {
            SideBySide::pause(0.01);
            throw new DomainException('That was it.');
        },
        static function () use (&$log): void {
            $log[] = 'never begun';
        },
    ];
    expect(fn () => besides($tasks, 2))->toThrow(DomainException::class, 'That was it.');
    expect($log)->toBe([]);
});

it('tells again and again that it lives while all wait', function (): void {
    $beats = 0;
    $tasks = [static fn () => SideBySide::pause(2.5)];
    SideBySide::run(
        static function () use (&$tasks): ?Closure {
            return array_shift($tasks);
        },
        1,
        static function () use (&$beats): void {
            $beats++;
        },
    );
    expect($beats)->toBeGreaterThanOrEqual(3);
});

it('runs without a wait, with nothing to do, and with tasks that fetch one after the other', function (): void {
    expect(besides([], 4))->toBe(0);
    $base = PageUrl::parse((string) getenv('SHOP_URL')) ?? throw new LogicException();
    $http = GuardedHttp::allowing(["127.0.0.1:{$base->port()}"]);
    $all = [];
    $task = static function () use ($http, $base, &$all): void {
        foreach (range(1, 5) as $ignored) {
            $all[] = $http->fetch(new HttpRequest($base))->status;
        }
    };
    besides([$task, static fn () => null, $task], 2);
    expect($all)->toBe(array_fill(0, 10, 200));
});
