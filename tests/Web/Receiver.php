<?php

declare(strict_types=1);

namespace Tests\Web;

use RuntimeException;

/** Somebody else's script on loopback, which is called: keeps what it gets, answers as it was told. */
final class Receiver
{
    public readonly string $url;

    private readonly string $file;

    /** @var resource */
    private $process;

    /** @param  list<int>  $statuses  of its answers, one after the other; 200 afterwards */
    public function __construct(array $statuses = [])
    {
        $this->file = (string) tempnam(sys_get_temp_dir(), 'calls');
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('No port is free.');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);
        $this->url = "http://127.0.0.1:$port";
        $this->process =
            proc_open(
                [
                    PHP_BINARY,
                    __DIR__.'/receiver.php',
                    $this->file,
                    (string) $port,
                    ...array_map(strval(...), $statuses),
                ],
                [],
                $pipes,
            ) ?:
            throw new RuntimeException('The receiver does not start.');
        for ($i = 0; $i < 200 && ! @fsockopen('127.0.0.1', $port); $i++) {
            usleep(20_000);
        }
    }

    /** @return list<array{headers: array<string, string>, body: string}> in the order in which they came */
    public function got(): array
    {
        return array_values(
            array_map(static function (string $line): array {
                /** @var array{headers: array<string, string>, body: string} $call */
                $call = (array) json_decode($line, true, flags: JSON_THROW_ON_ERROR);

                return $call;
            }, array_filter(explode("\n", (string) file_get_contents($this->file)))),
        );
    }

    public function __destruct()
    {
        proc_terminate($this->process, 9);
        proc_close($this->process);
        @unlink($this->file);
    }
}
