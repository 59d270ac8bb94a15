<?php

declare(strict_types=1);

use App\Store\Work\LeaseLost;
use App\Store\Work\LongWork;
use App\Store\Work\SliceEnd;
use App\Store\Work\WorkDesk;
use App\Store\Work\WorkRun;
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
        return (self::$act ?? throw new LogicException)($run);
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
    $id = app(WorkDesk::class)->begin(CountingWork::class, 1, 0, null);
    expect(app(WorkDesk::class)->workToEnd($id))->toBe('done')->and($slices)->toBe(4)->and(CountingWork::$told)->toBe(['done'])
        ->and(json_decode((string) DB::table('work')->where('id', $id)->value('progress'), true)['slices'])->toBe(4);
});

it('lets one process at a time hold it, and another take over when the holder is dead', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => SliceEnd::done();
    $desk = app(WorkDesk::class);
    $id = $desk->begin(CountingWork::class, 1, 0, null);
    DB::table('work')->where('id', $id)->update(['state' => 'running', 'owner' => 'elsewhere:1', 'fence' => 7, 'expires_at' => now()->addSeconds(30)]);
    expect($desk->slice($id))->toBeFalse();
    DB::table('work')->where('id', $id)->update(['expires_at' => now()->subSecond()]);
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
    $id = $desk->begin(CountingWork::class, 1, 0, null);
    $desk->slice($id);
    expect($wrote)->toBeFalse()->and(DB::table('work')->where('id', $id)->value('state'))->toBe('running');
});

it('tries again after an error, later each time, and gives up in the end with the reason', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => throw new RuntimeException('the disk is full');
    $desk = app(WorkDesk::class);
    $id = $desk->begin(CountingWork::class, 1, 0, null);
    for ($i = 0; $i < 5; $i++) {
        DB::table('work')->where('id', $id)->update(['wake_at' => now()->subSecond()]);
        $desk->slice($id);
    }
    expect(DB::table('work')->where('id', $id)->first())->state->toBe('failed')->problem->toBe('the disk is full')->and(CountingWork::$told)->toBe(['failed']);
    $desk->resume($id);
    expect(DB::table('work')->where('id', $id)->value('state'))->toBe('waiting');
});

it('throws out whoever beats without a lease', function (): void {
    (new WorkRun(0, 0, 0, null, 1, microtime(true) + 5, []))->beat(force: true);
})->throws(LeaseLost::class);

it('rings for what is due and held by nobody', function (): void {
    CountingWork::$act = static fn (WorkRun $run): SliceEnd => SliceEnd::done();
    $desk = app(WorkDesk::class);
    $id = $desk->begin(CountingWork::class, 1, 0, null);
    // What other tests left waiting would be rung for first.
    DB::table('work')->where('id', '<', $id)->whereIn('state', ['waiting', 'running'])->update(['state' => 'stopped']);
    DB::table('jobs')->delete();
    $desk->sweep();
    expect(DB::table('jobs')->where('payload', 'like', '%workId\\\\\\\\\\\\";i:'.$id.';%')->count() + DB::table('jobs')->where('payload', 'like', "%i:$id;%")->count())->toBeGreaterThan(0);
    DB::table('work')->where('id', $id)->update(['state' => 'done']);
});
