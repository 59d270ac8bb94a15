<?php

declare(strict_types=1);

namespace Tindrel\Theme;

use Tindrel\Seed\Words;

/** Draws a lamp as SVG; form and colour follow from the picture's name. */
final class Picture
{
    public static function draw(string $name): string
    {
        $luck = crc32($name);
        $colours = array_values(Words::FINISHES);
        $colour = $colours[$luck % count($colours)];
        $glow = ['#fff3cf', '#ffe9b0', '#fff8e3'][$luck % 3];
        $width = 60 + ($luck % 40);
        $shape = match (true) {
            str_contains($name, 'floor') => "<path d='M200 90v230M150 330h100' stroke='#5a5148' stroke-width='7'/><path d='M".
                (200 - $width).
                ' 130L'.
                170 .
                ' 60h60L'.
                (200 + $width).
                " 130z' fill='$colour'/>",
            str_contains($name, 'table') => "<path d='M200 180v110M160 300h80' stroke='#5a5148' stroke-width='9'/><path d='M".
                (200 - $width).
                ' 190q'.
                $width.
                ' -130 '.
                2 * $width.
                " 0z' fill='$colour'/>",
            str_contains($name, 'wall') => "<path d='M110 120v120M110 180h80' stroke='#5a5148' stroke-width='9'/><circle cx='230' cy='180' r='$width' fill='$colour'/>",
            str_contains($name, 'bulb') => "<circle cx='200' cy='170' r='70' fill='$glow' stroke='$colour' stroke-width='6'/><path d='M178 240h44v40h-44z' fill='$colour'/>",
            default => "<path d='M200 40v90' stroke='#5a5148' stroke-width='3'/><path d='M".
                (200 - $width).
                ' 230q'.
                $width.
                ' -200 '.
                2 * $width.
                " 0z' fill='$colour'/><ellipse cx='200' cy='230' rx='$width' ry='12' fill='$glow'/>",
        };

        return "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 400 400' width='400' height='400'><rect width='400' height='400' fill='#f1ece2'/><circle cx='200' cy='230' r='130' fill='$glow' opacity='.6'/>$shape</svg>";
    }
}
