<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

/**
 * A few parser processes beside this one, so that parsing uses every core. Pages go to the one with the least to do.
 */
final class ParserPool
{
    /** @var list<ParserProcess> */
    private array $parsers = [];

    public function __construct(int $processes, ?string $missing = null)
    {
        for ($i = 0; $i < max(1, $processes); $i++) {
            $this->parsers[] = new ParserProcess($missing);
        }
    }

    public function add(string $url, ?string $contentType, string $body, mixed $tag): void
    {
        $least = $this->parsers[0];
        foreach ($this->parsers as $parser) {
            if ($parser->underWay() < $least->underWay()) {
                $least = $parser;
            }
        }
        $least->add($url, $contentType, $body, $tag);
    }

    public function underWay(): int
    {
        return array_sum(array_map(static fn (ParserProcess $parser): int => $parser->underWay(), $this->parsers));
    }

    /** Keeps the parsers busy while the caller is at something else; to be called now and then. */
    public function pump(): void
    {
        foreach ($this->parsers as $parser) {
            $parser->pump();
        }
    }

    /**
     * Pages that are parsed; waits at most so many seconds for one.
     *
     * @return list<array{mixed, ParsedPage|string}> tag, and the page or why there is none
     */
    public function finished(float $wait = 0.0): array
    {
        $done = $this->collect();
        if ($done !== [] || $wait <= 0 || $this->underWay() === 0) {
            return $done;
        }
        $read = array_map(static fn (ParserProcess $parser) => $parser->output(), $this->parsers);
        $write = array_values(
            array_filter(array_map(static fn (ParserProcess $parser) => $parser->inputIfPending(), $this->parsers)),
        );
        $except = null;
        // A signal may cut the wait short, such as the one by which a worker is asked to end; that is no failure.
        @stream_select($read, $write, $except, 0, (int) ($wait * 1_000_000));

        return $this->collect();
    }

    /** @return list<array{mixed, ParsedPage|string}> */
    private function collect(): array
    {
        return array_merge(
            ...array_map(static fn (ParserProcess $parser): array => $parser->finished(), $this->parsers),
        );
    }

    /** Processes that are worth having on this machine. */
    public static function cores(): int
    {
        $cpus = @file_get_contents('/proc/cpuinfo');

        return max(
            1,
            min(
                8,
                $cpus === false
                    ? 2
                    : substr_count($cpus, "\nprocessor") + (str_starts_with($cpus, 'processor') ? 1 : 0),
            ),
        );
    }
}
