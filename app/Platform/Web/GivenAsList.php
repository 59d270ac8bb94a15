<?php

declare(strict_types=1);

namespace App\Platform\Web;

use App\Platform\Mistyped;
use Illuminate\Http\Request;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Throwable;

/** A field given as a list (a=1&a=2, a[]=1) where one value is read: no screen sends that. */
final class GivenAsList
{
    private const WORDS = 'A field of this address or form was given as a list, where one value is read.';

    /** The error as the mistake of whoever asks, where a list among the fields is why it came; else as it is. */
    public static function instead(Throwable $error, Request $request): Throwable
    {
        $hasList = array_filter($request->all(), is_array(...)) !== [];
        for ($cause = $error; $hasList && $cause !== null; $cause = $cause->getPrevious()) {
            if (
                $cause instanceof Mistyped ||
                preg_match('/Array to string conversion|must be of type [^,]+, array given/', $cause->getMessage()) === 1
            ) {
                return new BadRequestHttpException(self::WORDS, $error);
            }
        }

        return $error;
    }
}
