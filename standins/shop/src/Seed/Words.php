<?php

declare(strict_types=1);

namespace Tindrel\Seed;

/** Word lists of the made-up lamp trade. Every name is invented. */
final class Words
{
    public const MODELS = [
        'Orrin', 'Velda', 'Marlo', 'Tansy', 'Quill', 'Bramble', 'Corvane', 'Elswick', 'Fennel', 'Garrow', 'Hollin',
        'Isbet', 'Juno Bay', 'Kestrel', 'Larkhill', 'Mossley', 'Nettle', 'Oxwick', 'Pember', 'Rushden', 'Sorrel',
        'Thornby', 'Ulverly', 'Wrenfield', 'Yarrow', 'Ashcombe', 'Birk', 'Calder', 'Dunmere', 'Everley', 'Farrow Lane',
        'Gillow', 'Hazelby', 'Inverley', 'Jessamy', 'Kirra', 'Lindow', 'Merrow', 'Norell', 'Otterby', 'Pellin',
        'Radley Moor', 'Saltby', 'Tarn', 'Umber', 'Vesper', 'Wilder', 'Zephrin', 'Élodie', 'Mårten', 'Señora',
        'Brontë', 'Løvdal', 'Größe',
    ];

    public const MAKERS = [
        'Pell & Quince', 'Halvorsgate', 'Studio Umbrel', 'Northwick Glass', 'Ferro Lindqvane', 'Maison Tarrow',
        'Otter & Wick', 'Bellhaven Brassworks', 'Kiln Row', 'Lumen Yard', 'Saltmarsh Studio', 'Twelve Looms',
    ];

    /**
     * @var array<string, array{name: string, plural: string, shapes: list<string>, socket: list<string>,
     *     price: array{int, int}}>
     */
    public const TYPES = [
        'pendant' => [
            'name' => 'Pendant Lamp',
            'plural' => 'Pendant Lamps',
            'shapes' => ['Dome', 'Ribbed Glass', 'Globe', 'Cone', 'Lantern', 'Cluster', 'Rattan', 'Drum'],
            'socket' => ['E27', 'E14'],
            'price' => [69, 420],
        ],
        'table' => [
            'name' => 'Table Lamp',
            'plural' => 'Table Lamps',
            'shapes' => ['Mushroom', 'Column', 'Ribbed', 'Arc', 'Ceramic', 'Reading', 'Banker’s', 'Marble'],
            'socket' => ['E27', 'E14', 'G9'],
            'price' => [49, 290],
        ],
        'floor' => [
            'name' => 'Floor Lamp',
            'plural' => 'Floor Lamps',
            'shapes' => ['Tripod', 'Arched', 'Slim', 'Reading', 'Column', 'Swing-Arm', 'Paper'],
            'socket' => ['E27'],
            'price' => [119, 640],
        ],
        'wall' => [
            'name' => 'Wall Lamp',
            'plural' => 'Wall Lamps',
            'shapes' => ['Swing-Arm', 'Opal', 'Half-Moon', 'Picture', 'Fluted', 'Outdoor', 'Plug-In'],
            'socket' => ['E14', 'G9'],
            'price' => [45, 260],
        ],
        'shade' => [
            'name' => 'Lampshade',
            'plural' => 'Lampshades',
            'shapes' => ['Pleated', 'Linen', 'Empire', 'Drum', 'Scalloped', 'Tapered'],
            'socket' => ['E27', 'E14'],
            'price' => [24, 120],
        ],
        'bulb' => [
            'name' => 'LED Bulb',
            'plural' => 'LED Bulbs',
            'shapes' => ['Globe', 'Candle', 'Filament', 'Opal', 'Mirror-Top'],
            'socket' => ['E27', 'E14', 'G9'],
            'price' => [6, 38],
        ],
    ];

    public const FINISHES = [
        'Aged Brass' => '#b08d4f',
        'Matt Black' => '#2c2b29',
        'Chalk White' => '#ece7dc',
        'Sage Green' => '#8c9b7c',
        'Smoked Glass' => '#6d655d',
        'Antique Copper' => '#a5613e',
        'Dove Grey' => '#a9a9a4',
        'Terracotta' => '#bf6f4f',
        'Natural Oak' => '#c39b67',
        'Midnight Blue' => '#2f3f5c',
    ];

    public const SIZES = ['Small 20 cm', 'Medium 30 cm', 'Large 45 cm'];

    public const ROOMS = [
        'Kitchen', 'Living Room', 'Bedroom', 'Hallway', 'Dining Room', 'Bathroom', 'Home Office', 'Nursery', 'Stairway',
        'Terrace',
    ];

    public const STYLES = [
        'Scandinavian', 'Industrial', 'Mid-Century', 'Art Deco', 'Farmhouse', 'Japandi', 'Coastal', 'Vintage',
        'Minimalist', 'Bauhaus',
    ];

    public const PRODUCT_SENTENCES = [
        'The {model} is made by {maker} from {material} and finished by hand in {finish}.',
        'It throws a {glow} light that suits a {room} without dazzling anyone who sits below it.',
        'A fabric cord of {cord} cm lets you hang or place it where the room asks for it.',
        'The {socket} socket takes any LED bulb up to {watt} watts; a warm {kelvin} K bulb brings out the {finish} best.',
        'Each piece is checked, wrapped in paper and sent from our own workshop.',
        'Dust it with a dry cloth; the surface keeps its colour for years.',
        'With its {shape} form it sits well beside {style} furniture and older pieces alike.',
        'Two of them in a row light a long table evenly.', 'The switch is on the cord, where the hand expects it.',
        'It dims with any common dimmer for trailing edge loads.',
        'Spare parts are kept for ten years after the last one is sold.',
        'If it is not right for your {room}, send it back within thirty days.',
    ];

    public const MATERIALS = [
        'spun steel',
        'mouth-blown glass',
        'solid brass',
        'turned oak',
        'stoneware',
        'woven rattan',
        'pressed linen',
        'cast aluminium',
    ];

    public const GLOWS = ['soft', 'warm', 'clear', 'even', 'low, golden', 'wide'];

    public const ARTICLE_SUBJECTS = [
        'How high to hang a pendant over a {room} table',
        'Warm or cool: choosing the colour of light for a {room}',
        'Five {style} lamps that change a {room}',
        'What the {socket} socket means, and which bulb fits',
        'How to clean {finish} without harming it',
        'Layers of light: planning a {room} from scratch',
        'Why {maker} still shapes every shade by hand',
        'Small {room}, big lamp: when scale works',
    ];

    public const ARTICLE_SENTENCES = [
        'Light decides how large a {room} feels.', 'Begin with the place where people sit, and work outwards.',
        'A lamp that is seen from below needs a shade that hides its bulb.',
        'Measure from the table top: 60 to 75 cm is a good start.', 'In a {style} room one strong form is enough.',
        'Ask for {finish} if the handles and taps are already in that colour.',
        'At 2700 K white walls turn creamy; at 4000 K they look like paper.',
        'Dimmers cost little and do more than a second lamp.',
        'We tried it in our own {room} for a month before we wrote this.',
        'A wall lamp beside the bed frees the table for a book and a glass.',
        'Old wiring deserves an electrician; a plug-in lamp does not.',
        'Look at the lamp in daylight, too: for half the day it is only an object.',
    ];

    public const PLAIN = [
        'Delivery' => 'delivery',
        'Returns' => 'returns',
        'Our workshop' => 'workshop',
        'Contact' => 'contact',
        'Warranty' => 'warranty',
        'Terms' => 'terms',
        'Privacy' => 'privacy',
        'Trade customers' => 'trade',
        'Gift cards' => 'gift-cards',
        'Jobs' => 'jobs',
        'Lamp care' => 'lamp-care',
        'Bulb guide' => 'bulb-guide',
    ];
}
