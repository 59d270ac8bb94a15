<?php

declare(strict_types=1);

namespace App\Release\Handing;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Url\PageUrl;

/** Finds the things of a store by what a file calls them: an address, the last part of one, or a number. */
final readonly class Things
{
    /**
     * @param  array<string, int>  $byDigest
     * @param  array<string, int>  $bySlug  0 where several have it
     * @param  array<string, int>  $byNumber  0 where several have it
     */
    private function __construct(
        private PageUrl $base,
        private array $byDigest,
        private array $bySlug,
        private array $byNumber,
    ) {
    }

    public static function of(Store $store): self
    {
        $byDigest = $bySlug = $byNumber = [];
        $after = 0;
        do {
            $rows = Rows::all(
                'SELECT r.id, r.url, r.number, r.external_id, p.digest FROM resources r LEFT JOIN pages p ON '.
                    'p.id = r.page_id WHERE r.store_id = ? AND r.gone = 0 AND r.id > ? ORDER BY r.id LIMIT 20000',
                [$store->id, $after],
            );
            foreach ($rows as $row) {
                $after = $row->int('id');
                $row->digest === null || ($byDigest[$row->text('digest')] = $after);
                $slug = self::slug($row->text('url'));
                $slug === '' || ($bySlug[$slug] = isset($bySlug[$slug]) ? 0 : $after);
                foreach (
                    array_unique([
                        $row->text('number'),
                        (string) preg_replace('/^[a-z0-9-]+:/', '', $row->text('external_id')),
                    ]) as $number
                ) {
                    $number === '' ||
                        ($byNumber[mb_strtolower($number)] = isset($byNumber[mb_strtolower($number)]) ? 0 : $after);
                }
            }
        } while (count($rows) === 20000);

        return new self($store->baseUrl(), $byDigest, $bySlug, $byNumber);
    }

    /** By an address, with or without its host. */
    public function at(string $cell): ?int
    {
        $cell = trim($cell);
        if ($cell === '' || (preg_match('~^https?://~i', $cell) !== 1 && $cell[0] !== '/')) {
            return null;
        }
        $url = $this->base->resolve($cell);

        return $url === null ? null : $this->byDigest[$url->digest()] ?? null;
    }

    /** By the last part of an address, without its ending. */
    public function called(string $cell): ?int
    {
        return $this->bySlug[self::slug($cell)] ?? 0 ?: null;
    }

    public function numbered(string $cell): ?int
    {
        return $this->byNumber[mb_strtolower(trim($cell))] ?? 0 ?: null;
    }

    private static function slug(string $address): string
    {
        $path = strtok(trim($address), '?#') ?: '';
        $last =
            preg_match('~([^/]+)/?$~', (string) preg_replace('~^https?://[^/]+~i', '', $path), $found) === 1
                ? $found[1]
                : '';

        return mb_strtolower(rawurldecode((string) preg_replace('/\.[a-z]{2,5}$/i', '', $last)));
    }
}
