<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\Region;
use RuntimeException;

/** A few parser processes beside this one, so that parsing uses every core. Pages go to the one with the least to do. */
final class ParserPool
{
    /** @var list<array{process: resource, in: resource, out: resource, outgoing: string, incoming: string, tags: list<mixed>}> */
    private array $parsers = [];

    public function __construct(int $processes)
    {
        for ($i = 0; $i < max(1, $processes); $i++) {
            $command = [PHP_BINARY, '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=32M', __DIR__.'/parser.php'];
            $process = proc_open($command, [['pipe', 'r'], ['pipe', 'w']], $pipes);
            if (! is_resource($process)) {
                throw new RuntimeException('A parser process could not be started.');
            }
            stream_set_blocking($pipes[0], false);
            stream_set_blocking($pipes[1], false);
            $this->parsers[] = ['process' => $process, 'in' => $pipes[0], 'out' => $pipes[1], 'outgoing' => '', 'incoming' => '', 'tags' => []];
        }
    }

    public function add(string $url, ?string $contentType, string $body, mixed $tag): void
    {
        $least = 0;
        foreach ($this->parsers as $i => $parser) {
            if (count($parser['tags']) < count($this->parsers[$least]['tags'])) {
                $least = $i;
            }
        }
        $frame = serialize([$url, $contentType, $body]);
        $this->parsers[$least]['outgoing'] .= pack('V', strlen($frame)).$frame;
        $this->parsers[$least]['tags'][] = $tag;
        $this->pump();
    }

    public function underWay(): int
    {
        return array_sum(array_map(static fn (array $parser): int => count($parser['tags']), $this->parsers));
    }

    /**
     * Pages that are parsed; waits at most so many seconds for one.
     *
     * @return list<array{mixed, ParsedPage|string}> tag, and the page or why there is none
     */
    public function finished(float $wait = 0.0): array
    {
        $this->pump();
        $done = $this->collect();
        if ($done !== [] || $wait <= 0 || $this->underWay() === 0) {
            return $done;
        }
        $read = array_column($this->parsers, 'out');
        $write = array_values(array_map(static fn (array $p) => $p['in'], array_filter($this->parsers, static fn (array $p): bool => $p['outgoing'] !== '')));
        $except = null;
        stream_select($read, $write, $except, 0, (int) ($wait * 1_000_000));
        $this->pump();

        return $this->collect();
    }

    private function pump(): void
    {
        foreach ($this->parsers as $i => $parser) {
            while ($this->parsers[$i]['outgoing'] !== '') {
                $sent = @fwrite($parser['in'], substr($this->parsers[$i]['outgoing'], 0, 65536));
                if ($sent === false) {
                    throw new RuntimeException('A parser process has died.');
                }
                if ($sent === 0) {
                    break;
                }
                $this->parsers[$i]['outgoing'] = substr($this->parsers[$i]['outgoing'], $sent);
            }
            while (($piece = fread($parser['out'], 262144)) !== false && $piece !== '') {
                $this->parsers[$i]['incoming'] .= $piece;
            }
            if ($this->parsers[$i]['tags'] !== [] && feof($parser['out'])) {
                throw new RuntimeException('A parser process has died.');
            }
        }
    }

    /** @return list<array{mixed, ParsedPage|string}> */
    private function collect(): array
    {
        $done = [];
        foreach ($this->parsers as $i => $parser) {
            $data = $parser['incoming'];
            $at = 0;
            while (strlen($data) - $at >= 4) {
                $length = (int) (unpack('V', $data, $at) ?: [1 => 0])[1];
                if (strlen($data) - $at - 4 < $length) {
                    break;
                }
                $page = unserialize(substr($data, $at + 4, $length), ['allowed_classes' => [ParsedPage::class, PageFacts::class, Link::class, Region::class]]);
                $at += 4 + $length;
                $tag = array_shift($this->parsers[$i]['tags']);
                $done[] = [$tag, $page instanceof ParsedPage || is_string($page) ? $page : 'The parser gave no answer.'];
            }
            if ($at > 0) {
                $this->parsers[$i]['incoming'] = substr($data, $at);
            }
        }

        return $done;
    }

    public function __destruct()
    {
        foreach ($this->parsers as $parser) {
            fclose($parser['in']);
            fclose($parser['out']);
            proc_terminate($parser['process'], 9);
            proc_close($parser['process']);
        }
    }
}
