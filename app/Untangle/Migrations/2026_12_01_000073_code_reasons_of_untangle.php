<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Sentences that stood in the tables until now become types with what they name. The longer of two sentences of which
 * one begins like the other stands first; what no line here knows is left out, and told anew by the next finding.
 */
return new class extends Migration
{
    private const WIDE = "VARCHAR(1000) NOT NULL DEFAULT ''";

    private const ACTION = [
        'reaches the keeper by more than one hop' => 'more-hops',
        'redirects to the keeper' => 'redirects',
        'names the keeper already' => 'names-keeper',
        'is kept out of search already' => 'kept-out',
        'the store’s rule: kept apart' => 'rule-apart',
        'decided: kept apart' => 'decided-apart',
        'decided: left as it is' => 'decided-as-is',
        'decided for this address' => 'decided-here',
        'the keeper, decided by a person' => 'decided-keeper',
        'one page is enough' => 'one-page',
        'whether it deserves a text of its own is the owner’s to say' => 'own-text',
        'likely, not sure, to be the same page' => 'not-sure',
        'what the parameter does was seen too seldom to be sure' => 'seldom-seen',
        'has more clicks than the keeper' => 'busier',
        'which of them should stay is close' => 'close-call',
        'has demand of its own: it should name itself' => 'stands',
        'has demand of its own' => 'has-demand',
        'a narrower list that stands by itself' => 'narrower-alone',
        'a narrower list' => 'narrower',
        'names the wider list already' => 'names-wider',
        'is searched for by itself: “(.*)” and ([0-9,]+) more, ([0-9,]+) impressions in thirteen weeks' => 'searched-for',
        'is searched for by itself: “(.*)”(), ([0-9,]+) impressions in thirteen weeks' => 'searched-for',
        'is searched for by itself: “(.*)”, ([0-9,]+) searches a month' => 'searched',
        'no canonical needed' => 'declares:not-needed',
        'canonical is not a valid URL' => 'declares:unreadable',
        'several canonicals' => 'declares:several',
        'canonical outside the head' => 'declares:outside-the-head',
        'canonical in tag and header disagree' => 'declares:tag-against-header',
        'canonical to a URL blocked by robots.txt' => 'declares:barred',
        'canonical to an error page \(404\)' => 'declares:unreachable',
        'canonical to a redirect' => 'declares:redirected',
        'canonical to a noindex page' => 'declares:closed',
        'canonicals in a loop' => 'declares:loop',
        'canonical chain' => 'declares:chain',
        'canonical with other scheme or www' => 'declares:other-form',
        'canonical to another host' => 'declares:foreign',
        'canonical to a page not crawled yet' => 'declares:unseen',
        'canonical to a page with other content' => 'declares:unlike',
        'page 2 and on: canonical to page 1' => 'declares:paging',
        'canonical to another language version' => 'declares:language',
        'canonical to the keeper' => 'declares:to-keeper',
        'canonical to the unfiltered list' => 'declares:to-the-wider-list',
        'self-canonical on a duplicate' => 'declares:to-itself-not-the-keeper',
        'self-canonical' => 'declares:to-self',
        'canonical to a duplicate, not the keeper' => 'declares:odd',
        'canonical to a page that is no duplicate' => 'declares:aside',
        'no canonical, none needed' => 'declares:absent-on-a-keeper',
        'no canonical on a duplicate' => 'declares:absent-on-a-duplicate',
    ];

    private const KEEPER = [
        'decided by a person' => 'decided',
        'none of them answers 200, may be fetched and is meant for search' => 'none-can-stay',
        'was the keeper before, and none is better by more than ([0-9]+) points' => 'stays-before',
        '(one) of the others names it as canonical' => 'declared',
        '([0-9]+) of the others name it as canonical' => 'declared',
        'the search engine kept it' => 'engine',
        'has the tidiest address' => 'tidiness',
        '(one) page links to it' => 'links',
        '([0-9,]+) pages link to it' => 'links',
        'stands in the sitemap' => 'sitemap',
        '(an) address redirects to it' => 'redirects',
        '([0-9]+) addresses redirect to it' => 'redirects',
        '([0-9,]+) clicks' => 'clicks',
        '(one) backlink' => 'backlinks',
        '([0-9,]+) backlinks' => 'backlinks',
        'names itself' => 'itself',
        'the shortest way from the home page' => 'depth',
    ];

    private const APART = [
        '“(.*)” against “(.*)”' => 'differ',
        '()“(.*)” on the other alone' => 'differ',
        '“(.*)” on this one alone' => 'differ',
    ];

    private const PAIR = [
        'pages of two markets' => 'markets',
        'hreflang names them as versions of each other' => 'versions',
        'in two languages: ([^ ]+) and ([^ ]+)' => 'languages',
        'one lists products and the other does not' => 'list-and-other',
        'one shows products and the other none' => 'products-and-none',
        '([0-9]+) of ([0-9]+) products' => 'some-products',
        '([0-9]+) products on both, others on one alone' => 'other-products',
        'the same heading, none of the same products' => 'same-heading',
        'the same words beside some of the same links' => 'some-links',
        'the same few words beside other links say too little' => 'other-links',
        'stock number (.*) on both, but nothing else is alike' => 'number-alone',
        'stock number (.*) on both' => 'number',
        'stock numbers (.*) and (.*) with the same text' => 'numbers-of-one-text',
        'stock numbers (.*) and (.*)' => 'numbers',
        'the same products under the same heading' => 'list-in-order',
        'the same products in another order' => 'list-in-other-order',
        'the same products, and the shop itself says that they are one' => 'list-declared',
        'the same products under another heading' => 'list-under-other-heading',
        'too little text to tell' => 'too-little',
        'one name at one path' => 'name-at-path',
        'the same text' => 'same-text',
        'nearly the same text, ([0-9]+) of 100 runs of words' => 'near-text',
        'the same text under another heading' => 'text-under-other-heading',
        'title and H1 are the same, and ([0-9]+) of 100 runs of words of the shorter text' => 'name-and-text',
        'unlike: ([0-9]+) of 100 runs of words' => 'unlike',
        'the same to the letter' => 'letter',
        'redirects to it' => 'redirects',
        'the same as others of the tangle' => 'member',
        'shows nothing' => 'empty',
    ];

    private const EFFECT = ['changes nothing' => 'nothing', 'tracks' => 'tracks', 'reorders the list' => 'reorders'];

    private const LOST = [
        'moved there' => 'moved',
        'replaced by it' => 'replaced',
        'the same product number' => 'same-number',
        '([0-9]+) of 100 runs of words of that page stood in its old text' => 'old-text',
        '([0-9]+) of 100 words of its name and address' => 'name',
        'nothing is like it' => 'nothing-like',
        'nobody asks for it but links of the shop' => 'only-links',
        'nobody asks for it' => 'nobody',
    ];

    private const TOLD = [
        'it is as it was before' => 'as-before',
        'it is gone' => 'gone',
        'it redirects now' => 'redirects',
        'it is kept out of search' => 'kept-out',
        'it may be listed again' => 'listed',
        'it has moved' => 'moved',
        'it has been added to' => 'added-to',
        'its canonical has changed' => 'canonical',
    ];

    public function up(): void
    {
        $wide = self::WIDE;
        DB::statement("ALTER TABLE untangle_pages MODIFY reason $wide, MODIFY why $wide");
        DB::statement("ALTER TABLE untangle_pairs MODIFY reason $wide");
        DB::statement("ALTER TABLE untangle_tangles MODIFY reasons $wide");
        DB::statement("ALTER TABLE untangle_lost MODIFY why $wide");
        $this->recode(
            'untangle_pages',
            'page_id',
            'why',
            fn (string $words): string => $this->one($words, self::ACTION),
        );
        $this->recode('untangle_pages', 'page_id', 'reason', $this->pair(...));
        $this->recode('untangle_pairs', 'a, b', 'reason', $this->pair(...));
        $this->recode(
            'untangle_tangles',
            'tangle_id',
            'reasons',
            fn (string $words): string => $this->keeper($words, '; '),
        );
        $this->recode('untangle_lost', 'page_id', 'why', fn (string $words): string => $this->one($words, self::LOST));
        foreach (self::TOLD as $words => $code) {
            DB::table('untangle_told')
                ->where('why', $words)
                ->update(['why' => $code]);
        }
        ColumnComments::say([
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of ActionReason' => ['untangle_pages.why'],
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of PairReason' => [
                'untangle_pages.reason',
                'untangle_pairs.reason',
            ],
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of KeeperReason' => ['untangle_tangles.reasons'],
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of LostReason' => ['untangle_lost.why'],
            'case of ToldReason' => ['untangle_told.why'],
            'JSON: list of Orchard\\Core\\Reasons\\Reason, of GroundType' => ['match_terms.because'],
        ]);
    }

    /**
     * Every row whose column holds words still, so that it can be begun anew when it was stopped.
     *
     * @param  callable(string): string  $code
     */
    private function recode(string $table, string $key, string $column, callable $code): void
    {
        foreach (DB::table('stores')->pluck('id') as $store) {
            [$first, $second] = [...explode(', ', $key), '0'];
            for ($after = [0, 0]; ; $after = [(int) $last->first, (int) $last->second]) {
                $rows = DB::select(
                    "SELECT $first AS first, $second AS second, $column AS words FROM $table WHERE store_id = ?
                        AND ($first > ? OR ($first = ? AND $second > ?)) ORDER BY $key LIMIT 2000",
                    [$store, $after[0], $after[0], $after[1]],
                );
                if ($rows === []) {
                    break;
                }
                $last = $rows[count($rows) - 1];
                $byCode = [];
                foreach ($rows as $row) {
                    if ($row->words !== '' && $row->words[0] !== '[') {
                        $byCode[$code((string) $row->words)][] = "($row->first, $row->second)";
                    }
                }
                foreach ($byCode as $packed => $places) {
                    $firsts = array_map(static fn (string $place): int => (int) substr($place, 1), $places);
                    DB::update(
                        "UPDATE $table SET $column = ? WHERE store_id = ? AND $first IN (".
                            implode(', ', $firsts).
                            ") AND ($first, $second) IN (".
                            implode(', ', $places).
                            ')',
                        [$packed, $store],
                    );
                }
            }
        }
    }

    /**
     * @param  array<string, string>  $types  by the sentence, a regular expression
     * @return ?list<int|string> its type and what it names; null where none of them is the sentence
     */
    private function read(string $words, array $types): ?array
    {
        foreach ($types as $pattern => $type) {
            if (preg_match("~^$pattern$~u", $words, $found) === 1) {
                preg_match_all('~(?<!\\\\)\(([^()]*)\)~', $pattern, $groups);
                $names = [];
                foreach (array_slice($found, 1) as $nth => $name) {
                    $names[] = match (true) {
                        in_array($groups[1][$nth], ['one', 'an'], true) => 1,
                        str_starts_with($groups[1][$nth], '[0-9') => (int) str_replace(',', '', $name),
                        default => $name,
                    };
                }

                return [...explode(':', $type), ...$names];
            }
        }

        return null;
    }

    /** @param  list<?list<int|string>>  $reasons */
    private function pack(array $reasons): string
    {
        $flags = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR;

        return json_encode(array_values(array_filter($reasons)), $flags);
    }

    /** @param  array<string, string>  $types */
    private function one(string $words, array $types): string
    {
        return $this->pack([$this->read($words, $types)]);
    }

    private function keeper(string $words, string $between): string
    {
        $reasons = [];
        for ($rest = $words; $rest !== ''; $rest = substr($rest, strlen($found[0]))) {
            foreach (self::KEEPER as $pattern => $type) {
                $open = str_replace(['([', '(one', '(an'], ['(?:[', '(?:one', '(?:an'], $pattern);
                if (preg_match("~^($open)(?:$between|$)~u", $rest, $found) === 1) {
                    $reasons[] = $this->read($found[1], self::KEEPER);

                    continue 2;
                }
            }
            break;
        }

        return $this->pack($reasons);
    }

    private function pair(string $words): string
    {
        if (str_starts_with($words, 'keeper: ')) {
            return $this->pack([['keeper', $this->keeper(substr($words, strlen('keeper: ')), ', ')]]);
        }
        if (preg_match('~^(stock number .* on both|one name at one path); (“.*)$~u', $words, $found) === 1) {
            return $this->pack([$this->read($found[1], self::PAIR), $this->read($found[2], self::APART)]);
        }
        if (preg_match('~^(two products: |told apart by )(“.*)$~u', $words, $found) === 1) {
            $apart = $this->read($found[2], self::APART);
            $type = $found[1] === 'two products: ' ? 'two-products' : 'told-apart';

            return $this->pack([$apart === null ? null : [$type, ...array_slice($apart, 1)]]);
        }
        $reason = $this->read($words, self::PAIR);

        return $this->pack([$reason ?? $this->silent($words)]);
    }

    /** @return ?list<string> */
    private function silent(string $words): ?array
    {
        $of = [];
        foreach (explode(', ', $words) as $part) {
            foreach (self::EFFECT as $effect => $code) {
                if (str_ends_with($part, " $effect")) {
                    array_push($of, substr($part, 0, -strlen(" $effect")), $code);
                }
            }
        }

        return $of === [] ? null : ['silent', ...$of];
    }
};
