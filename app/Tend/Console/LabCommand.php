<?php

declare(strict_types=1);

namespace App\Tend\Console;

use App\Connectors\Http\BrowserProcess;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Tend\Asking\LabWork;
use App\Tend\Finding\Finds;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

final class LabCommand extends StoreCommand
{
    protected $signature = 'tend:lab {--store=} {--wait : work to the end in this process} {--json}';

    protected $description = 'Measure the pages of most worth in a browser, as on a slow phone';

    public function handle(Finds $finds, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($finds, $desk): int {
            $store = $this->store();
            BrowserProcess::isThere() ||
                throw new InvalidArgumentException('No Chromium is there whose sandbox starts on this server.');
            $work = $finds->begin($store->id, null, LabWork::class);
            $state = $this->option('wait') ? $desk->workToEnd($work) : 'waiting';
            $measured = DB::table('tend_labs')->where('store_id', $store->id)->whereNull('problem')->count();
            $this->answer(
                ['state' => $state, 'measured' => $measured],
                $state === 'waiting' ? 'The measuring has begun.' : number_format($measured).' pages are measured.',
            );

            return in_array($state, ['done', 'waiting'], true) ? 0 : 1;
        });
    }
}
