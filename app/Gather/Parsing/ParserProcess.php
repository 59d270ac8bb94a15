<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use App\Inventory\KeptDetails;
use Orchard\Core\Markup\PageFacts;
use RuntimeException;

/** One parser process: frames go out and come in without ever blocking this side. It ends with this object. */
final class ParserProcess
{
    private const CLASSES = [ParsedPage::class, PageFacts::class, KeptDetails::class];

    /** @var resource */
    private $process;

    /** @var resource */
    private $input;

    /** @var resource */
    private $output;

    /** @var list<string> frames not yet written whole; cut nowhere, so that nothing is copied twice */
    private array $outgoing = [];

    /** Bytes of the first of them that are written. */
    private int $written = 0;

    private string $incoming = '';

    /** @var list<mixed> */
    private array $tags = [];

    /**
     * @param  ?string  $missing  what the shop answers for an address that does not exist, where that is a page with
     *     status 200
     *
     * @throws RuntimeException where it cannot be started
     */
    public function __construct(?string $missing)
    {
        $command = [
            PHP_BINARY,
            '-d',
            'opcache.enable_cli=1',
            '-d',
            'opcache.jit=tracing',
            '-d',
            'opcache.jit_buffer_size=32M',
            __DIR__.'/parser.php',
        ];
        // Sockets hold several pages where a pipe holds two: a parser has something to do while this side writes to the
        // database.
        $process = proc_open($command, [['socket'], ['socket']], $pipes);
        if (! is_resource($process)) {
            throw new RuntimeException('A parser process could not be started.');
        }
        [$this->process, $this->input, $this->output] = [$process, $pipes[0], $pipes[1]];
        stream_set_blocking($this->input, false);
        stream_set_blocking($this->output, false);
        stream_set_chunk_size($this->output, 262144);
        $frame = serialize($missing);
        $this->outgoing[] = pack('V', strlen($frame)).$frame;
    }

    public function underWay(): int
    {
        return count($this->tags);
    }

    public function add(string $url, ?string $contentType, string $body, mixed $tag): void
    {
        $frame = serialize([$url, $contentType, $body]);
        $this->outgoing[] = pack('V', strlen($frame)).$frame;
        $this->tags[] = $tag;
        $this->pump();
    }

    /** @return resource */
    public function output()
    {
        return $this->output;
    }

    /** @return ?resource where something waits to be written */
    public function inputIfPending()
    {
        return $this->outgoing === [] ? null : $this->input;
    }

    /** @return list<array{mixed, ParsedPage|string}> tag, and the page or why there is none */
    public function finished(): array
    {
        $this->pump();
        $done = [];
        $at = 0;
        while (strlen($this->incoming) - $at >= 4) {
            $length = (int) (unpack('V', $this->incoming, $at) ?: [1 => 0])[1];
            if (strlen($this->incoming) - $at - 4 < $length) {
                break;
            }
            $page = unserialize(substr($this->incoming, $at + 4, $length), ['allowed_classes' => self::CLASSES]);
            $at += 4 + $length;
            $done[] = [
                array_shift($this->tags),
                $page instanceof ParsedPage || is_string($page) ? $page : 'The parser gave no answer.',
            ];
        }
        if ($at > 0) {
            $this->incoming = substr($this->incoming, $at);
        }

        return $done;
    }

    /**
     * Sends and receives what can go without waiting.
     *
     * @throws RuntimeException where it has ended
     */
    public function pump(): void
    {
        while ($this->outgoing !== []) {
            $sent = @fwrite($this->input, substr($this->outgoing[0], $this->written, 65536));
            if ($sent === false) {
                throw new RuntimeException('A parser process has died.');
            }
            if ($sent === 0) {
                break;
            }
            $this->written += $sent;
            if ($this->written === strlen($this->outgoing[0])) {
                array_shift($this->outgoing);
                $this->written = 0;
            }
        }
        while (($piece = fread($this->output, 262144)) !== false && $piece !== '') {
            $this->incoming .= $piece;
        }
        if ($this->tags !== [] && $this->incoming === '' && feof($this->output)) {
            throw new RuntimeException('A parser process has died.');
        }
    }

    public function __destruct()
    {
        fclose($this->input);
        fclose($this->output);
        proc_terminate($this->process, 9);
        proc_close($this->process);
    }
}
