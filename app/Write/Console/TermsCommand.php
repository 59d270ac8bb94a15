<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Write\Http\TermController;
use App\Write\Terms\ProposeWork;
use App\Write\Terms\TermFile;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use RuntimeException;

final class TermsCommand extends StoreCommand
{
    protected $signature = 'write:terms {file? : a table with the columns url and keyword; "-" for standard input}
        {--propose : propose lead terms from the queries that pages are seen for} {--store=} {--json}';

    protected $description = 'Bring lead terms in from a file, or propose them; what people said is never overwritten by a proposal';

    public function handle(WorkDesk $desk): int
    {
        return $this->guarded(function () use ($desk): int {
            $store = $this->store();
            $file = (string) $this->argument('file');
            if (($file === '') !== (bool) $this->option('propose')) {
                throw new InvalidArgumentException('Give a file, or --propose.');
            }
            if ($file === '') {
                $work = ProposeWork::begin($store, null);
                if ($desk->workToEnd($work) !== 'done') {
                    throw new RuntimeException((string) DB::table('work')->where('id', $work)->value('problem'));
                }
                $pages = DB::table('page_terms')
                    ->where('store_id', $store->id)
                    ->where('place', 0)
                    ->where('origin', 'proposed')
                    ->count();

                return $this->answer(['proposed' => $pages], "$pages pages have a proposed lead term.");
            }
            $path = $file;
            if ($file === '-') {
                $path = (string) tempnam(sys_get_temp_dir(), 'terms');
                file_put_contents($path, STDIN);
            } elseif (! is_file($file) || ! is_readable($file)) {
                throw new InvalidArgumentException("$file is no file that can be read.");
            }
            $told = TermFile::bring($store, $path, null);
            $file === '-' && unlink($path);

            return $this->answer($told, TermController::words($told));
        });
    }
}
