<?php

declare(strict_types=1);

namespace App\Access\Http;

use App\Platform\Work\DatabaseTrouble;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/**
 * An error as scripts are told it: a problem document (RFC 9457), with the words of the application and none of its
 * framework's.
 */
final class Problem
{
    private const TITLES = [
        400 => 'Bad request',
        401 => 'Not signed in',
        403 => 'Not allowed',
        404 => 'Not found',
        405 => 'Method not allowed',
        409 => 'Not as things stand',
        413 => 'Too large',
        422 => 'Not asked as described',
        429 => 'Too many requests',
        500 => 'Something broke',
        503 => 'Not available just now',
    ];

    /** Refusals that are told in the application's own words. */
    private const SAID = [403, 409, 413];

    /** The framework's, where no policy said more. */
    private const UNSAID = 'This action is unauthorized.';

    private const DETAILS = [
        401 => 'Send a token: "Authorization: Bearer …". Tokens are made under your account.',
        403 => 'Your role in this store is not enough for that.',
        404 => 'There is no such thing here for you.',
        405 => 'This address does not answer that method; Allow tells which it answers.',
        429 => 'Ask again later; Retry-After tells when.',
        500 => 'It is not your fault, and has been written down in the application\'s log.',
    ];

    public static function of(Response $response, Throwable $error): Response
    {
        $status = $response->getStatusCode();
        $body = ['type' => 'about:blank', 'title' => self::TITLES[$status] ?? 'Error', 'status' => $status];
        if ($error instanceof ValidationException) {
            $body['detail'] = 'Some parameters cannot be meant.';
            foreach ($error->errors() as $name => $messages) {
                $body['errors'][] = ['parameter' => (string) $name, 'detail' => (string) $messages[0]];
            }
        } else {
            $said =
                $error instanceof HttpExceptionInterface && in_array($status, self::SAID, true)
                    ? $error->getMessage()
                    : '';
            $body['detail'] = match (true) {
                $status === 503 => DatabaseTrouble::words($error),
                $said !== '' && $said !== self::UNSAID => $said,
                default => self::DETAILS[$status] ?? 'This cannot be answered.',
            };
        }
        $headers = array_intersect_key($response->headers->all(), [
            'retry-after' => 0,
            'allow' => 0,
            'x-ratelimit-limit' => 0,
            'x-ratelimit-remaining' => 0,
        ]);

        return new JsonResponse(
            $body,
            $status,
            $headers + ['Content-Type' => 'application/problem+json'],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
    }
}
