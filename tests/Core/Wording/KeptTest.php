<?php

declare(strict_types=1);

use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\AltText;
use Orchard\Core\Wording\Bulk\PageText;
use Orchard\Core\Wording\Bulk\TextChanges;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\HouseRules;
use Orchard\Core\Wording\LeadTerm;
use Orchard\Core\Wording\NearWording;
use Orchard\Core\Wording\PageFit;
use Orchard\Core\Wording\PageWords;
use Orchard\Core\Wording\Recipes\FactStyle;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\Recipes\NotationError;
use Orchard\Core\Wording\Recipes\RecipeRows;
use Orchard\Core\Wording\Recipes\RecipeTarget;
use Orchard\Core\Wording\ShownText;
use Orchard\Core\Wording\SpellingWords;
use Orchard\Core\Wording\Suggestions\Answer;
use Orchard\Core\Wording\Suggestions\Brief;
use Orchard\Core\Wording\Suggestions\Style;
use Orchard\Core\Wording\Suggestions\Tone;
use Orchard\Core\Wording\TextChecker;
use Orchard\Core\Wording\TextContext;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TextLimits;
use Orchard\Core\Wording\TextShift;
use Orchard\Core\Wording\TitleSuffix;

// What is told and made of texts, kept as it was when it was looked at: every rule over the same sixty texts. Whether a
// rule is right is what other tests hold.

/** @return list<string> */
function sixtyTexts(): array
{
    return [
        '', ' ', 'Lamp', 'Lamps', 'Floor lamp | Tindrel', 'Floor Lamps – Brass & Oak | Tindrel',
        'FLOOR LAMPS IN BRASS!!!', 'Floor lamps, floor lamps, floor lamps', 'floor lamp floor lamp',
        'Buy floor lamps online – free delivery over £50', 'Floor lamps from £49.90', 'Floor lamps from 49,90 €',
        'Floor lamps under 100', 'Floor lamps 2024', 'Floor lamps 2026', 'Floor lamps since 1987', 'Untitled',
        'New page', 'Home', 'Lorem ipsum dolor sit amet', 'TODO title', '{{ product.title }}', 'Floor lamp &amp; shade',
        'Floor lamp <b>now</b>', 'Floor  lamp', 'Floor lamp ,now', 'Floor lamp.Now', 'Floor lamp...', 'Floor lamp…',
        'Floor lamp - Tindrel - Tindrel', 'Tindrel', 'Tindrel | Tindrel', 'Tindrel – Floor lamps',
        'Stehlampe „Vesper“ – Messing', 'Stehlampen günstig kaufen', 'Größe M',
        'Floor lamp “Vesper” by Kiln Row, brass, 54 cm', 'Vesper floor lamp: 54 cm, 60 W, E27',
        'A lamp of brass that stands on oak, for reading and for long evenings by the window. Made by hand in Portugal, sent within two days.',
        'A lamp of brass that stands on oak, for reading and for long evenings by the window, with a cord that is woven by hand and a shade of linen that is sewn by two people in one day, and a bulb that lasts for fifteen years of evenings.',
        'Discover our range of lamps. Shop now!', 'Click here for lamps', 'Lamps. Lamps! Lamps?', 'Cheap cheap lamps',
        'Lampe • Lampe ★ Lampe', '💡 Lamps 💡', 'Ｆｌｏｏｒ lamps', 'floor lamp', 'Floor lamp',
        'fLOOR lAMP', 'The lamp', 'The Lamp of the House', 'lamp-shade lampshade lamp shade', "Floor lamp\nfor reading",
        'Floor lamp with 3 lights, 2-pack (black)', 'Vloerlamp', 'Lampadaire d’appoint en laiton',
        'Lámpara de pie de latón', 'teh lamp is recieved', 'Save 20% – delivery £4.99, lamps £89',
        'Lamp a lamp b lamp c lamp d lamp e lamp f',
    ];
}

function asLine(mixed ...$told): string
{
    return implode(
        ' | ',
        array_map(
            static fn (mixed $one): string => is_string($one)
                ? $one
                : json_encode(
                    $one,
                    JSON_UNESCAPED_UNICODE |
                        JSON_UNESCAPED_SLASHES |
                        JSON_THROW_ON_ERROR |
                        JSON_INVALID_UTF8_SUBSTITUTE,
                ),
            $told,
        ),
    );
}

it('keeps what checks say of texts', function (): void {
    $house = HouseRules::of("cheap\nclick here", "delivery / shipping\nlamp", 0);
    $page = new PageWords(
        'Vesper',
        'Floor lamps',
        'A lamp of brass that stands on oak, for reading. Floor lamps from £49.90',
        [49.9, 89.0],
        ['brass', '54 cm', 'oak'],
    );
    $contexts = [
        new TextContext(),
        new TextContext(
            $page,
            'Tindrel',
            ' | Tindrel',
            'floor lamp',
            'Floor lamps, floor lamps, floor lamps',
            2026,
            $house,
            2,
        ),
        new TextContext($page, 'Kiln Row', '', 'stehlampe', 'Lamps', 0, null, 0),
    ];
    $checkers = [
        new TextChecker(ruler(), new TextLimits()),
        new TextChecker(ruler(), new TextLimits(300, 280, 10, 240, 40)),
    ];
    $told = [];
    foreach (sixtyTexts() as $text) {
        foreach (TextField::cases() as $field) {
            $bits = [];
            foreach ($contexts as $nth => $context) {
                $bits[] = $checkers[$nth % 2]->bits($field, $text, $context);
            }
            $told[] = asLine(
                $text,
                $field->key(),
                array_map(
                    static fn (int $of): string => implode(
                        ' ',
                        array_map(static fn (Check $one): string => $one->key(), Check::inBits($of)),
                    ),
                    $bits,
                ),
                sprintf('%.1f', $checkers[0]->pixels($field, $text)),
            );
        }
        $told[] = asLine(
            $house->forbiddenIn($text),
            $house->lackingIn($text),
            PageFit::amounts($text),
            PageFit::cutValues($text, mb_substr($text, 12), ['brass', 'oak', 'lamp']),
        );
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps what changes make of texts', function (): void {
    $changes = [
        ['tidy', []],
        ['sentence', []],
        ['title', []],
        ['calm', []],
        ['fit', []],
        ['brand-on', []],
        ['brand-on', ['sign' => '|']],
        ['brand-off', []],
        ['take', ['from' => 'name']],
        ['take', ['from' => 'h1']],
        ['swap', ['sign' => '–']],
        ['swap', ['sign' => '|']],
        ['replace', ['find' => 'lamp', 'with' => 'light']],
        ['replace', ['find' => 'lamp', 'with' => 'light', 'minds' => true]],
        ['replace', ['find' => 'lamp', 'with' => 'light', 'how' => 'words']],
        ['replace', ['find' => '(\d+)', 'with' => '<$1>', 'how' => 'pattern']],
    ];
    $told = [];
    foreach ($changes as [$kind, $given]) {
        try {
            $change = TextChanges::of($kind, $given, ruler());
        } catch (InvalidArgumentException $refused) {
            $told[] = asLine($kind, $given, $refused->getMessage());

            continue;
        }
        foreach (['en', 'de'] as $language) {
            foreach (sixtyTexts() as $nth => $text) {
                $page = new PageText(
                    $text,
                    $language,
                    'Tindrel',
                    $nth % 2 === 0 ? ' | Tindrel' : '',
                    Slot::desktopTitle(),
                    ['name' => 'Vesper', 'h1' => 'A heading'],
                );
                $made = $change->apply($page);
                $made === $text || ($told[] = asLine($kind, $given, $language, $text, $made));
            }
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how texts are compared', function (): void {
    $texts = sixtyTexts();
    $told = [];
    foreach ($texts as $nth => $text) {
        $other = $texts[($nth + 7) % count($texts)];
        $shift = TextShift::between(
            $text,
            $nth % 3 === 0 ? "$text – now" : ($nth % 3 === 1 ? str_replace('amp', 'ight', $text) : $other),
            'Vesper',
        );
        $told[] = asLine(
            $text,
            LeadTerm::standsIn($text, 'floor lamp'),
            LeadTerm::isEarly($text, 'floor lamp'),
            NearWording::words($text),
            SpellingWords::of($text),
            [AltText::isStuffed($text), AltText::isBare($text), AltText::isPoor($text)],
            [
                ShownText::is("<p>$text</p>", $text),
                ShownText::holds("<p>a $other $text</p>", $text),
                ShownText::words("<i>$text</i> &amp; more"),
            ],
            [$shift->code(), $shift->words(), TextShift::fromCode($shift->code())?->code()],
            TextField::Title->tidy($text),
            TextField::Intro->tidy($text),
            TitleSuffix::without($text, ' | Tindrel'),
        );
    }
    $told[] = asLine(
        TitleSuffix::ofShown(['Lamp | Tindrel', 'Desk | Tindrel', 'Chair – Tindrel', 'Vase | Tindrel']),
        TitleSuffix::ofShown(['Lamp', 'Desk']),
        TitleSuffix::learn([['Lamp', 'Lamp | Tindrel'], ['Desk', 'Desk | Tindrel'], ['Chair', 'Chair']]),
        TitleSuffix::learn([]),
    );
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps what recipes make, and how they are written', function (): void {
    $recipes = [
        '#name', '#name in #finish by #maker', '#name[ in #finish][2: by #maker][1:, from #price]', '#(name, title)',
        '#(name, small) #(finish, sentence)', '#(lead or name or "Lamp", title)', 'From #(price, money)',
        'From #(price, whole)', '#(count, one "lamp" many "lamps")', '[#(count, one "lamp" many "lamps") ]#name',
        'Plain words', '\#no fact, \[no part\] and \\\\', '#name, #name', '#name | #maker | #name',
        '[1: a #none][2: b #finish]', '#(none or "50% \"off\"")',
        'Buy #name – #finish – #size – #maker – #room – delivery within two days, taken back within a hundred days',
        '#name#finish', '#name.#finish', '#', '#(', '#(name', '#(name, loud)', '[a', '[x: #name]', ']', '[[#name]]',
        '#(count, one)', '#(name or )', '#name\\', '#(name, title, small)', '[10: #name]', '[0: #name]',
    ];
    $facts = [
        [
            'name' => 'Vesper Floor Lamp',
            'finish' => 'Brushed brass',
            'maker' => 'Kiln Row',
            'price' => '1249.5',
            'count' => '3',
            'size' => '54 cm',
            'room' => 'bedroom',
            'lead' => 'brass floor lamp',
        ],
        ['name' => 'vesper', 'price' => '49.00 GBP', 'count' => '1', 'finish' => ''],
        ['name' => 'Ärmellose Öllampe', 'price' => 'on request', 'count' => 'many', 'maker' => 'vesper'],
        [],
    ];
    $targets = [
        new RecipeTarget(Slot::desktopTitle(), ' – Tindrel'),
        new RecipeTarget(Slot::desktopTitle(), '', 'de', 'DE', 'EUR', true),
        new RecipeTarget(Slot::phoneTitle(), ' | T', 'en', 'GB', 'GBP', true),
    ];
    $told = [];
    foreach ($recipes as $notation) {
        try {
            $recipe = Notation::read($notation);
        } catch (NotationError $error) {
            $told[] = asLine($notation, $error->getMessage(), $error->at);

            continue;
        }
        $told[] = asLine($notation, Notation::write($recipe), RecipeRows::write($recipe), $recipe->facts());
        foreach ($facts as $of) {
            foreach ($targets as $target) {
                $text = $recipe->compose($of, $target, ruler());
                $told[] = asLine($text->text, $text->dropped, $text->fits, $recipe->lacking($of));
            }
        }
    }
    foreach (FactStyle::cases() as $style) {
        $told[] = asLine($style->name, $style->label());
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps names of checks and fields, limits, briefs and answers', function (): void {
    $told = [];
    foreach (Check::cases() as $check) {
        $told[] = asLine(
            $check->key(),
            $check->label(),
            $check->reason(),
            $check->repair(),
            array_map(static fn (TextField $field): bool => $check->isOf($field), TextField::cases()),
            Check::fromKey($check->key()) === $check,
        );
    }
    foreach (TextField::cases() as $field) {
        $told[] = asLine(
            $field->key(),
            $field->label(),
            $field->plural(1),
            $field->plural(2),
            $field->words(),
            $field->longest(),
            [$field->isInResults(), $field->isAboutPage(), $field->isTitle(), $field->hasLines()],
            get_object_vars($field->desktopSlot()),
            get_object_vars($field->phoneSlot()),
            (new TextLimits())->least($field),
            get_object_vars((new TextLimits())->desktopSlot($field)),
        );
        $told[] = asLine(
            (new Brief(
                $field,
                'en',
                new Style(Tone::cases()[0], true, ['oak'], ['cheap']),
                3,
                30,
                60,
                'Vesper',
                ['finish' => 'brass'],
                'Now',
                'floor lamp',
            ))->messages(),
        );
    }
    foreach (Tone::cases() as $tone) {
        $told[] = asLine(
            $tone->name,
            $tone->label(),
            (new Brief(TextField::Title, 'de', new Style($tone), 1, 1, 9, 'V', []))->messages(),
        );
    }
    foreach (
        [
            [],
            ['title_width' => 100, 'title_aim' => 900],
            ['title_width' => '700', 'title_least' => -5, 'description_width' => 5000, 'description_least' => 'x'],
            ['title_least' => 500, 'description_least' => 9999],
        ] as $given
    ) {
        $told[] = asLine($given, TextLimits::fromArray($given)->toArray());
    }
    $answers = [
        '["One text", "Another"]',
        '{"texts": ["One", "One", " Two "]}',
        "```json\n[\"Fenced\"]\n```",
        'Sure! ["In a sentence"] Bye',
        '[]',
        '{}',
        'none',
        '[1, null, "Kept"]',
        '["<b>bold</b>", "see www.x.com", "mail a@b.de", "call 0203 123 4567", "// odd", "javascript: x", "fine"]',
        '["'.str_repeat('long ', 200).'"]',
        '["line\\nend"]',
        '["a.shop is fine", "https://x"]',
    ];
    foreach ($answers as $answer) {
        try {
            $told[] = asLine($answer, Answer::texts($answer));
        } catch (InvalidArgumentException $refused) {
            $told[] = asLine($answer, $refused->getMessage());
        }
    }
    $told[] = asLine(Style::words("oak, brass;oak\n  linen ,,".str_repeat('x', 200)));
    expect(implode("\n", $told))->toMatchSnapshot();
});
