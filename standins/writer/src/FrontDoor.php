<?php

declare(strict_types=1);

namespace Writer;

/** Chat completions over HTTP: the last message of the user holds what is asked for, as JSON. */
final readonly class FrontDoor
{
    public function serve(string $method, string $path, string $body): void
    {
        if ($method !== 'POST' || ! str_ends_with($path, '/chat/completions')) {
            $this->refuse(404, 'Ask POST …/chat/completions.');

            return;
        }
        $given = json_decode($body, true, 16);
        $messages = is_array($given) && is_array($given['messages'] ?? null) ? $given['messages'] : [];
        $asked = '';
        foreach ($messages as $message) {
            if (is_array($message) && ($message['role'] ?? '') === 'user' && is_string($message['content'] ?? null)) {
                $asked = $message['content'];
            }
        }
        $brief = json_decode($asked, true, 8);
        if (! is_array($brief)) {
            $this->refuse(400, 'The last message of the user has to be JSON about one page.');

            return;
        }
        $pen = match ($brief['language'] ?? '') {
            'en' => new English($brief),
            'de' => new German($brief),
            default => null,
        };
        if ($pen === null) {
            $this->refuse(422, 'This writer writes English and German.');

            return;
        }
        $content = json_encode(['texts' => $pen->texts()], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
        $this->answer(200, [
            'object' => 'chat.completion',
            'model' => 'grammar',
            'choices' => [
                [
                    'index' => 0,
                    'message' => ['role' => 'assistant', 'content' => $content],
                    'finish_reason' => 'stop',
                ],
            ],
            'usage' => [
                'prompt_tokens' => intdiv(strlen($body), 4),
                'completion_tokens' => intdiv(strlen($content), 4),
            ],
        ]);
    }

    private function refuse(int $status, string $message): void
    {
        $this->answer($status, ['error' => ['message' => $message]]);
    }

    /** @param  array<string, mixed>  $answer */
    private function answer(int $status, array $answer): void
    {
        http_response_code($status);
        header('Content-Type: application/json');
        echo json_encode($answer, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
    }
}
