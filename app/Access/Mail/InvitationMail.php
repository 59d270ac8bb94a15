<?php

declare(strict_types=1);

namespace App\Access\Mail;

use App\Access\Role;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;

final class InvitationMail extends Mailable implements ShouldBeEncrypted
{
    use Queueable;

    public int $tries = 3;

    public function __construct(
        private readonly string $store,
        private readonly Role $role,
        private readonly string $secret,
    ) {
        $this->queue = 'interactive';
    }

    public function envelope(): Envelope
    {
        return new Envelope(subject: "Join {$this->store} in Young Orchard");
    }

    public function content(): Content
    {
        return new Content(
            text: 'access.mail.invitation',
            with: [
                'store' => $this->store,
                'role' => $this->role,
                'link' => config()->string('app.url').'/invitations/'.$this->secret,
            ],
        );
    }
}
