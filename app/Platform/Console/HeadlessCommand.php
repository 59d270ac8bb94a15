<?php

declare(strict_types=1);

namespace App\Platform\Console;

use App\Platform\Work\DatabaseTrouble;
use Illuminate\Console\Command;
use Illuminate\Database\QueryException;
use InvalidArgumentException;
use RuntimeException;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Throwable;

/**
 * What the headless commands share: exit codes 0 done, 1 failed, 2 bad call; --json gives one document on standard
 * output.
 */
abstract class HeadlessCommand extends Command
{
    /** @param  callable(): int  $work */
    protected function guarded(callable $work): int
    {
        try {
            return $work();
        } catch (InvalidArgumentException $wrong) {
            return $this->badCall($wrong->getMessage());
        } catch (RuntimeException $failure) {
            return $this->failed($failure);
        }
    }

    /** Whatever a command does outside of guarded(), the database's own words are for the log. */
    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            return parent::execute($input, $output);
        } catch (Throwable $failure) {
            return $failure instanceof QueryException ? $this->failed($failure) : throw $failure;
        }
    }

    private function failed(RuntimeException $failure): int
    {
        $failure instanceof QueryException && report($failure);
        $this->aside(DatabaseTrouble::words($failure));

        return 1;
    }

    /** @param  array<string, mixed>  $data */
    protected function answer(array $data, string $text): int
    {
        $this->output->writeln(
            $this->option('json')
                ? json_encode($data, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)
                : $text,
            OutputInterface::OUTPUT_RAW,
        );

        return 0;
    }

    protected function badCall(string $message): int
    {
        $this->aside($message);

        return 2;
    }

    /** Words for people, on standard error. */
    protected function aside(string $message): void
    {
        fwrite(STDERR, $message."\n");
    }
}
