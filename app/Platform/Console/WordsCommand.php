<?php

declare(strict_types=1);

namespace App\Platform\Console;

use App\Platform\Words\WordList;
use Illuminate\Console\Command;

final class WordsCommand extends Command
{
    protected $signature = 'words {--english : the phrases of templates as lang/en.json has them; else the list for docs/words.md}';

    protected $description = 'List all that people read, for docs/words.md and lang/en.json';

    public function handle(): int
    {
        $this->output->write(
            $this->option('english')
                ? json_encode(
                    WordList::english(),
                    JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                )."\n"
                : WordList::text(),
            false,
            \Symfony\Component\Console\Output\OutputInterface::OUTPUT_RAW,
        );

        return 0;
    }
}
