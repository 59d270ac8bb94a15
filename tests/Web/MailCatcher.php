<?php

declare(strict_types=1);

namespace Tests\Web;

use RuntimeException;

/** A mail server on loopback that keeps what it is sent. */
final class MailCatcher
{
    private readonly string $file;

    /** @var resource */
    private $process;

    public readonly int $port;

    public function __construct()
    {
        $this->file = (string) tempnam(sys_get_temp_dir(), 'mails');
        $process = proc_open(
            ['node', dirname(__DIR__).'/mail-catcher.mjs', $this->file],
            [1 => ['pipe', 'w'], 2 => ['file', '/dev/null', 'w']],
            $pipes,
        );
        if (! is_resource($process)) {
            throw new RuntimeException('The mail catcher does not start.');
        }
        $this->process = $process;
        $this->port = (int) fgets($pipes[1]);
    }

    /** @return list<array{to: list<string>, from: string, subject: string, text: string}> */
    public function mails(): array
    {
        return array_map(
            static function (string $line): array {
                /** @var array{to: list<string>, from: string, subject: string, text: string} $mail */
                $mail = (array) json_decode($line, true);

                return $mail;
            },
            file($this->file, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [],
        );
    }

    public function __destruct()
    {
        proc_terminate($this->process);
        proc_close($this->process);
        unlink($this->file);
    }
}
