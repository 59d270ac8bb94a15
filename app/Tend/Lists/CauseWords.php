<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\WhyNot;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Tend\Found\FindingType;
use App\Tend\Reach\Role;

/** What the findings of a cause have in common and what mends them, in words. */
final class CauseWords
{
    /** @param  array<string, mixed>  $cause  as Found has it */
    public static function of(FindingType $type, array $cause): string
    {
        $why = is_string($cause['why'] ?? null) ? $cause['why'] : '';
        $kinds = PageKind::tryFrom(Typed::int($cause['kind'] ?? 0))?->plural() ?? 'pages';
        $where = ($cause['place'] ?? '') === 'around' ? 'in navigation, header or footer' : 'in texts';

        return match ($type) {
            FindingType::Orphan => self::orphan($why),
            FindingType::TooDeep => self::deep($cause),
            FindingType::FewLinks => Role::from(Typed::int($cause['role'] ?? 0))->plural(),
            FindingType::NoH1 => match ($why) {
                'styled' => "$kinds: the heading is only styled text",
                'breadcrumbs' => "$kinds: only the breadcrumbs are an H1",
                'nav', 'footer' => "$kinds: the only H1 stands in the ".($why === 'nav' ? 'navigation' : 'footer'),
                default => "$kinds: no heading stands in for it",
            },
            FindingType::SeveralH1 => $why === 'header'
                ? "$kinds: the header has an H1, too"
                : "$kinds: several in the text",
            FindingType::SharedH1 => match ($why) {
                'banner' => 'a banner: “'.Typed::text($cause['heading'] ?? '').'”',
                'copies' => "$kinds: further addresses of one page",
                default => "$kinds with the heading of another page",
            },
            FindingType::LevelSkipped => sprintf(
                '%s: H%d follows H%d',
                $kinds,
                Typed::int($cause['to'] ?? 0),
                Typed::int($cause['from'] ?? 0),
            ),
            FindingType::NoAlt,
            FindingType::EmptyAlt,
            FindingType::LongAlt,
            FindingType::StuffedAlt,
            FindingType::ImageGone,
            FindingType::ImageMoved,
            FindingType::HeavyImage,
            FindingType::ImageName => "$kinds: images in ".Typed::text($cause['folder'] ?? '/'),
            FindingType::SharedText => $why === 'few'
                ? 'texts that stand on two pages'
                : '“'.Typed::text($cause['text'] ?? '').'”',
            FindingType::LinkToMissing => (WhyNot::tryFrom(Typed::int($cause['why'] ?? 0))?->words() ?? '').
                ", linked $where",
            FindingType::LinkToRedirect => (Typed::int($cause['status'] ?? 0) ?: 'redirect').", linked $where",
            FindingType::RedirectChain => $why === 'circle'
                ? 'redirects that lead in a circle'
                : 'redirects that lead to redirects',
            FindingType::ServerError => $kinds.
                ': '.
                (Typed::int($cause['status'] ?? 0) === 0 ? 'no answer' : 'status '.Typed::int($cause['status'] ?? 0)),
            FindingType::DeadOutgoing => "$kinds: links to ".Typed::text($cause['host'] ?? ''),
            FindingType::InsecureContent => "$kinds: ".
                match ($cause['what'] ?? '') {
                    'script' => 'scripts of ',
                    'style' => 'styles of ',
                    'frame' => 'frames of ',
                    'object' => 'embedded objects of ',
                    'media' => 'films, sounds or image sets of ',
                    'file' => 'files of ',
                    'form' => 'a form that sends to ',
                    default => 'images of ',
                }.
                Typed::text($cause['host'] ?? ''),
            FindingType::StructuredMissing => $kinds,
            FindingType::StructuredPrice => "$kinds: ".
                match ($why) {
                    'currency' => 'another currency than the shop’s list',
                    'stock' => 'another stock than the shop’s list',
                    'page' => 'a price that the page does not show',
                    default => 'another price than the shop’s list',
                },
            FindingType::StructuredBroken, FindingType::StructuredLacks, FindingType::StructuredWords => "$kinds: ".
                Typed::text($cause['path'] ?? '').
                match ($why) {
                    'not-json' => 'a script that is no JSON',
                    'no-context' => 'no @context',
                    'no-type' => ' has no type',
                    'unknown-type' => ' has a type that is none',
                    'lacks' => ' is missing',
                    'off-scale' => ' is off its scale',
                    'bad-price' => ' is no plain number',
                    'bad-currency' => ' is no currency of three letters',
                    'wrong-value' => ' is not what it takes',
                    'wrong-type' => ' is of a type it does not take',
                    'misplaced' => ' does not stand there',
                    default => ' is not known',
                },
            FindingType::ListedInVain => WhyNot::tryFrom(Typed::int($cause['why'] ?? 0))?->words() ?? '',
            FindingType::CollectionLacks => 'first of all '.self::lack(Typed::text($cause['lacks'] ?? '')),
            FindingType::NotListed,
            FindingType::EmptyH1,
            FindingType::FilledByScript,
            FindingType::SlowAnswer,
            FindingType::LatePaint,
            FindingType::MovingPage,
            FindingType::BlockedPage,
            FindingType::HeavyLoad,
            FindingType::HeavyPage => $kinds,
        };
    }

    /** @param  array<string, mixed>  $cause */
    public static function repair(FindingType $type, array $cause): string
    {
        $why = is_string($cause['why'] ?? null) ? $cause['why'] : '';
        $isAround = ($cause['place'] ?? '') === 'around';

        return match ($type) {
            FindingType::Orphan => match ($why) {
                'nofollow' => 'Take nofollow off a link, or link it from a page text.',
                'closed' => 'Link it from a page that search engines may list.',
                'paging' => 'Link the parts of the list so that each is reached, or show more on one.',
                'script' => 'Put the products’ links into the HTML of the list, not only into its script.',
                'redirects' => 'Link to the page itself.',
                'orphans' => 'Link the pages that lead here; it is reached with them.',
                default => 'Link it, redirect it or remove it.',
            },
            FindingType::TooDeep => $why === 'paging'
                ? 'Show more on one part of the list, or sort by what sells.'
                : 'Link it from a page nearer to home.',
            FindingType::FewLinks => 'Link it from collections, articles and products that go with it.',
            FindingType::NoH1 => match ($why) {
                'styled' => 'In the template: make the styled text an H1.',
                'breadcrumbs', 'nav', 'footer' => 'In the template: give the page’s own name the H1.',
                default => 'Give the page an H1 with its lead term.',
            },
            FindingType::EmptyH1 => 'In the template: leave the H1 out where it has no text, and fill it.',
            FindingType::SeveralH1 => $why === 'header'
                ? 'In the template: make the header’s H1 plain text.'
                : 'Keep the first as H1, make the others H2.',
            FindingType::SharedH1 => match ($why) {
                'banner' => 'In the template: make the banner plain text and the page’s own name the H1.',
                'copies' => 'Fold them into the page that stays (Untangle).',
                default => 'Give each page a heading of its own, or fold them into one.',
            },
            FindingType::LevelSkipped => 'In the template: use the next level.',
            FindingType::NoAlt => 'Say what each image shows; an empty alt for decoration.',
            FindingType::EmptyAlt => 'Say what the product’s images show.',
            FindingType::LongAlt => 'Shorten to what the image shows.',
            FindingType::StuffedAlt => 'Say once, in a sentence, what the image shows.',
            FindingType::ImageName => 'Name the next images by what they show.',
            FindingType::ImageGone => 'Put the image back, or take it out of the page.',
            FindingType::ImageMoved => 'Use the address to which it redirects.',
            FindingType::HeavyImage => 'Send it smaller, or in a lighter format.',
            FindingType::SharedText => 'Write a text of its own for each page that is to be found.',
            FindingType::LinkToMissing => $isAround
                ? 'Take the entry out of the template, or lead it to another page.'
                : 'Take the links out, or redirect the address.',
            FindingType::LinkToRedirect => $isAround ? 'In the template: link to the target.' : 'Link to the target.',
            FindingType::RedirectChain => $why === 'circle'
                ? 'Let one of them answer, or lead it elsewhere.'
                : 'Redirect straight to the last page.',
            FindingType::ServerError => 'Tell whoever runs the shop.',
            FindingType::FilledByScript => 'Have the server send the text.',
            FindingType::SlowAnswer => 'Have the server keep the page ready.',
            FindingType::HeavyPage => 'Send less in one page.',
            FindingType::LatePaint => 'Load the largest picture first and smaller; let styles and scripts wait.',
            FindingType::MovingPage => 'In the template: give images and what comes late their size beforehand.',
            FindingType::BlockedPage => 'Load fewer scripts, and later.',
            FindingType::HeavyLoad => 'Smaller images, fewer scripts.',
            FindingType::InsecureContent => 'Load it over https.',
            FindingType::DeadOutgoing => 'Take the link out, or lead it to where the page is now.',
            FindingType::StructuredMissing => 'Put ours into the next release, or add it in the template.',
            FindingType::StructuredBroken => 'In the template: write valid JSON with @context and @type.',
            FindingType::StructuredLacks => 'In the template: add what is missing.',
            FindingType::StructuredWords => 'In the template: use schema.org’s name, or leave it out.',
            FindingType::StructuredPrice => 'In the template: take price and stock from the same source as the page.',
            FindingType::ListedInVain => 'Take it out of the sitemap, or use ours.',
            FindingType::CollectionLacks => 'Add what is lacking, those with most upside first.',
            FindingType::NotListed => 'Add it to the sitemap, or use ours.',
        };
    }

    /** What a collection lacks. */
    public static function lack(string $lack): string
    {
        return match ($lack) {
            'h1' => 'an H1',
            'term' => 'a lead term',
            'intro' => 'an intro with the lead term early',
            'products' => 'enough products that can be bought',
            'sizes' => 'sizes that people search for',
            'text' => 'a text worth reading',
            'links' => 'links from other pages’ texts',
            'depth' => 'a place nearer to home',
            'menu' => 'a place in a menu or on the home page',
            default => $lack,
        };
    }

    private static function orphan(string $why): string
    {
        return match ($why) {
            'nofollow' => 'linked only by links marked nofollow',
            'closed' => 'linked only from pages that are kept out of search',
            'paging' => 'linked only from parts of lists that nothing leads to',
            'orphans' => 'linked only from pages that are orphans themselves',
            'redirects' => 'only redirects lead there',
            'script' => 'shown only by script, for the lists are filled by it',
            default => 'never linked',
        };
    }

    /** @param  array<string, mixed>  $cause */
    private static function deep(array $cause): string
    {
        $role = Role::from(Typed::int($cause['role'] ?? 0));
        $who =
            $role === Role::Any
                ? PageKind::tryFrom(Typed::int($cause['kind'] ?? 0))?->plural() ?? 'pages'
                : $role->plural();
        $aim = Typed::int($cause['aim'] ?? 0);

        return ($cause['why'] ?? '') === 'paging'
            ? "$who behind the parts of lists"
            : "$who more than $aim ".($aim === 1 ? 'click' : 'clicks').' away';
    }
}
