<?php

declare(strict_types=1);

namespace App\Access\Passwords;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;

final class ResetMail extends Mailable implements ShouldBeEncrypted
{
    use Queueable;

    public int $tries = 3;

    public function __construct(private readonly string $email, private readonly string $token)
    {
        $this->queue = 'interactive';
    }

    public function envelope(): Envelope
    {
        return new Envelope(subject: 'A new password for Young Orchard');
    }

    public function content(): Content
    {
        return new Content(text: 'access.mail.reset', with: ['link' => ResetLinks::url($this->email, $this->token)]);
    }
}
