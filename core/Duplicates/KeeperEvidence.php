<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Url\PageUrl;

/** What speaks for a page as the keeper of its tangle. */
final readonly class KeeperEvidence
{
    /**
     * @param  bool  $canStay  answers 200 with HTML, is not kept out of search and not barred
     * @param  int  $declaredBy  other members that name it as their canonical
     * @param  int  $redirectedFrom  pages that redirect to it
     * @param  int  $linksIn  pages whose main content links to it
     * @param  int  $chosenBy  members for which the search engine kept this one
     * @param  ?int  $depth  clicks from the home page; null where no link reaches it
     * @param  int  $tidiness  0 to 10: fewest parameters, canonical case and slash, secure, main host
     */
    public function __construct(
        public int $page,
        public PageUrl $url,
        public bool $canStay,
        public int $declaredBy = 0,
        public bool $declaresItself = false,
        public int $redirectedFrom = 0,
        public int $linksIn = 0,
        public bool $inSitemap = false,
        public int $clicks = 0,
        public int $impressions = 0,
        public int $backlinks = 0,
        public int $chosenBy = 0,
        public ?int $depth = null,
        public int $tidiness = 10,
    ) {
    }

    /** How tidy an address is, 0 to 10. */
    public static function tidinessOf(PageUrl $url, AddressForm $form): int
    {
        $parameters = AddressForm::parameters($url);
        $tracks = array_filter($parameters, static fn (array $pair): bool => $form->isTracking($pair[0])) !== [];
        $path = rawurldecode($url->path);
        $main = $form->hosts[0] ?? '';

        return max(
            0,
            10 -
                min(4, 2 * count($parameters)) -
                ($tracks ? 3 : 0) -
                ($path !== mb_strtolower($path) ? 2 : 0) -
                (strlen($path) > 1 && str_ends_with($path, '/') ? 1 : 0) -
                (str_contains($path, '//') ? 2 : 0) -
                (preg_match(
                    '~/(?:index|default)\.\w+$|[/\-_](?:print|copy|kopie|copie|copia|old)(?:[/\-_.]|$)|[\-_]\d$~i',
                    $path,
                ) === 1
                    ? 2
                    : 0) -
                ($url->scheme === 'https' ? 0 : 1) -
                ($main !== '' && $url->authority !== $main ? 2 : 0),
        );
    }
}
