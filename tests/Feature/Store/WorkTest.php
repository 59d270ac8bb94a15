<?php

declare(strict_types=1);

use App\Platform\Work\LeaseLost;
use App\Platform\Work\LongWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use Illuminate\Support\Facades\DB;

final class CountingWork implements LongWork
{
    /** @var list<string> */
    public static array $told = [];

    public static ?Closure $act = null;

    public static function sort(): string
    {
        return 'test.counting';
    }

    public static function title(): string
    {
        return 'a test';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function slice(WorkRun $run): SliceEnd
    {
        return (self::$act ?? throw new LogicException())($run);
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
        self::$told[] = $end->state;
    }
}

beforeEach(function (): void {
    app(WorkDesk::class)->register(CountingWork::class);
    CountingWork::$told = [];
});

it('works slice after slice to the end, and says so once', function (): void {
    $slices = 0;
    CountingWork::$act = function (WorkRun $run) use (&$slices): SliceEnd {
        $run->beat(['slices' => ++$slices], force: true);

        return $slices < 4 ? SliceEnd::more() : SliceEnd::done();
    };
    $id = app(WorkDesk::class)->begin(new NewWork(CountingWork::class, 1));
    expect(app(WorkDesk::class)->workToEnd($id))
        ->toBe('done')
        ->and($slices)
        ->toBe(4)
        ->and(CountingWork::$told)
        ->toBe(['done'])
        ->and(json_decode((string) DB::table('work')->where('id', $id)->value('progress'), true)['slices'])
        ->toBe(4);
});

it('lets one process at a time hold it, and another take over when the holder is dead', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => SliceEnd::done();
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    DB::table('work')
        ->where('id', $id)
        ->update(['state' => 'running', 'owner' => 'elsewhere:1', 'fence' => 7, 'expires_at' => now()->addSeconds(30)]);
    expect($desk->slice($id))->toBeFalse();
    DB::table('work')
        ->where('id', $id)
        ->update(['expires_at' => now()->subSecond()]);
    expect($desk->slice($id))->toBeTrue()->and((int) DB::table('work')->where('id', $id)->value('fence'))->toBe(8);
});

it('stops a process whose lease was taken before it writes anything', function (): void {
    $wrote = false;
    CountingWork::$act = function (WorkRun $run) use (&$wrote): SliceEnd {
        DB::table('work')->where('id', $run->workId)->increment('fence'); // another process takes over
        $run->fenced(function () use (&$wrote): void {
            $wrote = true;
        });

        return SliceEnd::done();
    };
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    $desk->slice($id);
    expect($wrote)
        ->toBeFalse()
        ->and(DB::table('work')->where('id', $id)->value('state'))
        ->toBe('running');
});

it('tries again after an error, later each time, and gives up in the end with the reason', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => throw new RuntimeException('the disk is full');
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    for ($i = 0; $i < 5; $i++) {
        DB::table('work')
            ->where('id', $id)
            ->update(['wake_at' => now()->subSecond()]);
        $desk->slice($id);
    }
    expect(DB::table('work')->where('id', $id)->first())
        ->state->toBe('failed')
        ->problem->toBe('the disk is full')
        ->and(CountingWork::$told)
        ->toBe(['failed']);
    $desk->resume($id);
    expect(DB::table('work')->where('id', $id)->value('state'))->toBe('waiting');
});

it('throws out whoever beats without a lease', function (): void {
    (new WorkRun(0, 0, 0, null, 1, microtime(true) + 5, []))->beat(force: true);
})->throws(LeaseLost::class);

it('rings for what is due and held by nobody', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => SliceEnd::done();
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    // What other tests left waiting would be rung for first.
    DB::table('work')
        ->where('id', '<', $id)
        ->whereIn('state', ['waiting', 'running'])
        ->update(['state' => 'stopped']);
    DB::table('jobs')->delete();
    $desk->sweep();
    expect(
        DB::table('jobs')
            ->where('payload', 'like', '%workId\\\\\\\\\\\\";i:'.$id.';%')
            ->count() +
            DB::table('jobs')
                ->where('payload', 'like', "%i:$id;%")
                ->count(),
    )->toBeGreaterThan(0);
    DB::table('work')
        ->where('id', $id)
        ->update(['state' => 'done']);
});

/** A connection of somebody else, who waits a second at most for a locked row. */
function elsewhere(): Illuminate\Database\Connection
{
    config(['database.connections.elsewhere' => config('database.connections.mariadb')]);
    $other = DB::connection('elsewhere');
    $other->statement('SET innodb_lock_wait_timeout = 1');

    return $other;
}

it('does a write again that met the locks of somebody who saved something', function (): void {
    $mark = 'lock-'.bin2hex(random_bytes(4));
    DB::table('cache')->upsert(
        array_map(static fn (int $n): array => ['key' => "$mark-$n", 'value' => '0', 'expiration' => 0], range(1, 60)),
        ['key'],
    );
    // The other one has changed many rows, so that the database takes ours back, and then wants the row that we hold.
    $connection = config('database.connections.mariadb');
    $code = sprintf(
        '$db = new PDO(%s, %s, %s); $db->exec("SET innodb_lock_wait_timeout = 20"); $db->beginTransaction();'.
            'for ($n = 2; $n <= 60; $n++) { $db->exec("UPDATE cache SET value = 7 WHERE `key` = \'%4$s-$n\'"); } '.
            'echo "held\n";'.
            '$db->exec("UPDATE cache SET value = 7 WHERE `key` = \'%4$s-1\'"); $db->commit(); echo "done\n";',
        var_export(
            "mysql:host={$connection['host']};port={$connection['port']};dbname={$connection['database']}",
            true,
        ),
        var_export($connection['username'], true),
        var_export($connection['password'], true),
        $mark,
    );
    $tries = 0;
    $pipes = [];
    $other = null;
    CountingWork::$act = function (WorkRun $run) use (&$tries, &$pipes, &$other, $code, $mark): SliceEnd {
        $run->fenced(function () use (&$tries, &$pipes, &$other, $code, $mark): void {
            $tries++;
            DB::update('UPDATE cache SET value = value + 1 WHERE `key` = ?', ["$mark-1"]);
            if ($other === null) {
                $other = proc_open([PHP_BINARY, '-r', $code], [1 => ['pipe', 'w'], 2 => STDERR], $pipes);
                expect(fgets($pipes[1]))->toBe("held\n");
                usleep(300_000); // It waits for our row by now, or will.
            }
            DB::update('UPDATE cache SET value = value + 1 WHERE `key` = ?', ["$mark-2"]);
        });

        return SliceEnd::done();
    };
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    $desk->slice($id);
    expect(fgets($pipes[1]))->toBe("done\n");
    fclose($pipes[1]);
    proc_close(sure($other));
    expect($tries)
        ->toBe(2)
        ->and(DB::table('work')->where('id', $id)->value('state'))
        ->toBe('done')
        ->and(
            DB::table('cache')
                ->where('key', 'like', "$mark-%")
                ->where('value', '8')
                ->count(),
        )
        ->toBe(2);
    DB::table('cache')
        ->where('key', 'like', "$mark-%")
        ->delete();
});

it('answers who stops or follows at once, however long a fenced write takes', function (): void {
    $seen = [];
    CountingWork::$act = function (WorkRun $run) use (&$seen): SliceEnd {
        $run->fenced(function () use ($run, &$seen): void {
            DB::table('cache')->upsert([['key' => 'a long write', 'value' => '1', 'expiration' => 0]], ['key']);
            $seen[] = elsewhere()
                ->table('work')
                ->where('id', $run->workId)
                ->update(['stop_asked' => 1]);
            $seen[] = elsewhere()->table('work')->where('id', $run->workId)->sharedLock()->value('state');
        });

        return $run->stopAsked() ? SliceEnd::stopped() : SliceEnd::done();
    };
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    expect($desk->workToEnd($id))
        ->toBe('stopped')
        ->and($seen)
        ->toBe([1, 'running']);
});

it(
    'does not hand over work whose holder is in the middle of a write that outlasts the lease, unless its connection is gone',
    function (): void {
        CountingWork::$act = static fn (WorkRun $run): SliceEnd => SliceEnd::done();
        $desk = app(WorkDesk::class);
        $id = $desk->begin(new NewWork(CountingWork::class, 1));
        $holder = elsewhere();
        $holder
            ->table('work')
            ->where('id', $id)
            ->update([
                'state' => 'running',
                'owner' => 'elsewhere:1',
                'expires_at' => DB::raw('TIMESTAMPADD(SECOND, -20, UTC_TIMESTAMP(3))'),
            ]);
        $holder->select('SELECT GET_LOCK(?, 0)', [WorkRun::lockOf($id)]);
        expect($desk->slice($id))->toBeFalse();
        DB::purge('elsewhere'); // killed
        unset($holder);
        expect($desk->workToEnd($id))->toBe('done');
    },
);

it('keeps nothing of a write whose lease was taken meanwhile', function (): void {
    $key = 'fenced '.bin2hex(random_bytes(6));
    CountingWork::$act = function (WorkRun $run) use ($key): SliceEnd {
        $run->fenced(function () use ($run, $key): void {
            DB::table('cache')->insert(['key' => $key, 'value' => '1', 'expiration' => 0]);
            elsewhere()->table('work')->where('id', $run->workId)->increment('fence');
        });

        return SliceEnd::done();
    };
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    $desk->slice($id);
    expect(DB::table('cache')->where('key', $key)->exists())
        ->toBeFalse()
        ->and(DB::table('work')->where('id', $id)->value('state'))
        ->toBe('running');
    DB::table('work')
        ->where('id', $id)
        ->update(['state' => 'stopped']);
});

it('is held up neither by a clock that was ahead nor by one that was put back', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => SliceEnd::later(600);
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    // A lease from when the clock was two days ahead.
    DB::update(
        'UPDATE work SET state = ?, owner = ?, expires_at = TIMESTAMPADD(DAY, 2, UTC_TIMESTAMP(3)) WHERE id = ?',
        ['running', 'dead:1', $id],
    );
    expect($desk->slice($id))->toBeTrue()->and($desk->slice($id))->toBeFalse();
    // Ten minutes were asked for; in two hours is later than that can be.
    DB::update('UPDATE work SET wake_at = TIMESTAMPADD(HOUR, 2, UTC_TIMESTAMP()) WHERE id = ?', [$id]);
    expect($desk->slice($id))->toBeTrue();
    DB::update('UPDATE work SET wake_at = TIMESTAMPADD(SECOND, 590, UTC_TIMESTAMP()) WHERE id = ?', [$id]);
    expect($desk->slice($id))->toBeFalse();
    DB::table('jobs')->delete();
    DB::table('jobs')->insert([
        'queue' => 'bulk',
        'payload' => '{}',
        'attempts' => 0,
        'created_at' => time() + 7200,
        'available_at' => time() + 7230,
    ]);
    $desk->sweep();
    expect((int) DB::table('jobs')->where('payload', '{}')->value('available_at'))
        ->toBeGreaterThan(time() + 25)
        ->toBeLessThan(time() + 35);
    DB::table('jobs')->delete();
    DB::table('work')
        ->where('id', $id)
        ->update(['state' => 'stopped']);
});

it('lets short work pass long work', function (): void {
    $queues = [];
    CountingWork::$act = function (WorkRun $run) use (&$queues): SliceEnd {
        $queues[] = DB::table('jobs')->orderByDesc('id')->value('queue');

        return count($queues) < 3 ? SliceEnd::more() : SliceEnd::done();
    };
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    $desk->slice($id);
    DB::table('work')
        ->where('id', $id)
        ->update(['worked_ms' => 31_000]);
    $desk->slice($id);
    $desk->slice($id);
    expect($queues)->toBe(['short', 'short', 'bulk']);
});

it('tells trouble with the database in words', function (): void {
    $row = 'locked '.bin2hex(random_bytes(6));
    DB::table('cache')->insert(['key' => $row, 'value' => '1', 'expiration' => 0]);
    DB::statement('SET innodb_lock_wait_timeout = 1');
    $other = elsewhere();
    $other->beginTransaction();
    $other->table('cache')->where('key', $row)->lockForUpdate()->get();
    $write = static fn () => DB::table('cache')
        ->where('key', $row)
        ->update(['value' => '2']);
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => $write() > 0 ? SliceEnd::done() : SliceEnd::done();
    $desk = app(WorkDesk::class);
    $id = $desk->begin(new NewWork(CountingWork::class, 1));
    DB::table('work')
        ->where('id', $id)
        ->update(['failures' => 4]);
    $desk->slice($id);
    expect(DB::table('work')->where('id', $id)->value('problem'))
        ->toContain('try again in a moment')
        ->not->toContain('SQL');
    Illuminate\Support\Facades\Route::get('/locked', $write);
    $this->get('/locked')
        ->assertStatus(503)
        ->assertSee('try again')
        ->assertDontSee('SQLSTATE')
        ->assertHeader('Retry-After');
    $this->getJson('/locked')
        ->assertStatus(503)
        ->assertJsonPath(
            'message',
            App\Platform\Work\DatabaseTrouble::words(
                new Illuminate\Database\QueryException(
                    'x',
                    'select',
                    [],
                    tap(new PDOException('y'), static fn (PDOException $e) => ($e->errorInfo = ['HY000', 1205, ''])),
                ),
            ),
        );
    $other->rollBack();
    DB::purge('elsewhere');
    putenv('DB_PORT=1');
    $command = orchard(['store:list']);
    putenv('DB_PORT');
    expect($command)->code->toBe(1)->err->toContain('database does not answer')->not->toContain('SQLSTATE');
});
