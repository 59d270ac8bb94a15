<?php

declare(strict_types=1);

namespace Tindrel\Theme;

/** The theme's icons, in front of every page as themes have them. */
final class Icons
{
    public static function sprite(): string
    {
        static $sprite = '';
        if ($sprite === '') {
            for ($i = 0; $i < 8; $i++) {
                $path = '';
                for ($k = 0; $k < 24; $k++) {
                    $path .= sprintf(
                        '%s%.2f %.2f',
                        $k === 0 ? 'M' : 'L',
                        12 + 10 * cos($k * (1 + $i) * 0.7),
                        12 + 10 * sin($k * (2 + $i) * 0.6),
                    );
                }
                $sprite .=
                    '<symbol id="i-'.
                    $i.
                    '" viewBox="0 0 24 24"><path d="'.
                    $path.
                    'z" fill="none" stroke="currentColor" stroke-width="1.2"/></symbol>';
            }
            $sprite =
                '<svg xmlns="http://www.w3.org/2000/svg" width="0" height="0" class="sprite" aria-hidden="true">'.
                $sprite.
                '</svg>';
        }

        return $sprite;
    }
}
