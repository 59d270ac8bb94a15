<?php

declare(strict_types=1);

namespace App\Platform\Web;

/** Finds the styles and scripts that resources/build-assets.mjs has put together. */
final class Assets
{
    /** @var ?array<string, string> */
    private ?array $manifest = null;

    public function url(string $name): string
    {
        if ($this->manifest === null) {
            $json = @file_get_contents(public_path('assets/manifest.json'));
            /** @var array<string, string> $manifest */
            $manifest = $json === false ? [] : json_decode($json, true, 4, JSON_THROW_ON_ERROR);
            $this->manifest = $manifest;
        }

        return '/assets/'.
            ($this->manifest[$name] ??
                throw new \LogicException("There is no asset $name; run resources/build-assets.mjs."));
    }
}
