<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/** Words that describe a thing and name none: colours, sizes, shapes; and what things are made of. Folded, as Inflection forms them. */
final class DescribingWords
{
    /** Words before a colour that make another colour of it. */
    public const SHADES = [
        'light' => 1, 'dark' => 1, 'pale' => 1, 'deep' => 1, 'bright' => 1, 'matt' => 1, 'matte' => 1, 'off' => 1, 'dusty' => 1, 'navy' => 1, 'sage' => 1,
        'hell' => 1, 'dunkel' => 1, 'clair' => 1, 'fonce' => 1, 'claro' => 1, 'oscuro' => 1, 'warm' => 1, 'cool' => 1, 'antique' => 1, 'brushed' => 1, 'rose' => 1,
    ];

    private const COLOURS = [
        'black' => 1, 'white' => 1, 'red' => 1, 'green' => 1, 'blue' => 1, 'yellow' => 1, 'grey' => 1, 'gray' => 1, 'brown' => 1, 'pink' => 1, 'purple' => 1,
        'beige' => 1, 'cream' => 1, 'ivory' => 1, 'teal' => 1, 'turquoise' => 1, 'navy' => 1, 'burgundy' => 1, 'mustard' => 1, 'taupe' => 1, 'lilac' => 1, 'golden' => 1, 'multicoloured' => 1,
        'schwarz' => 1, 'weiss' => 1, 'rot' => 1, 'grun' => 1, 'blau' => 1, 'gelb' => 1, 'grau' => 1, 'braun' => 1, 'lila' => 1, 'turkis' => 1, 'silbern' => 1, 'bunt' => 1,
        'noir' => 1, 'noire' => 1, 'blanc' => 1, 'blanche' => 1, 'rouge' => 1, 'vert' => 1, 'verte' => 1, 'bleu' => 1, 'bleue' => 1, 'jaune' => 1, 'gris' => 1, 'grise' => 1, 'marron' => 1, 'dore' => 1, 'doree' => 1,
        'negro' => 1, 'negra' => 1, 'blanco' => 1, 'blanca' => 1, 'rojo' => 1, 'roja' => 1, 'verde' => 1, 'azul' => 1, 'amarillo' => 1, 'amarilla' => 1, 'dorado' => 1, 'dorada' => 1,
    ];

    private const OTHERS = [
        'large' => 1, 'small' => 1, 'big' => 1, 'tiny' => 1, 'mini' => 1, 'huge' => 1, 'oversized' => 1, 'tall' => 1, 'short' => 1, 'wide' => 1, 'narrow' => 1, 'slim' => 1, 'xl' => 1, 'xxl' => 1,
        'modern' => 1, 'vintage' => 1, 'contemporary' => 1, 'rustic' => 1, 'industrial' => 1, 'retro' => 1, 'traditional' => 1, 'scandinavian' => 1, 'minimalist' => 1, 'adjustable' => 1, 'dimmable' => 1,
        'round' => 1, 'square' => 1, 'rectangular' => 1, 'oval' => 1, 'cheap' => 1, 'affordable' => 1, 'waterproof' => 1, 'wireless' => 1, 'cordless' => 1, 'rechargeable' => 1, 'portable' => 1, 'foldable' => 1, 'lightweight' => 1, 'handmade' => 1,
        'gross' => 1, 'klein' => 1, 'lang' => 1, 'kurz' => 1, 'hoh' => 1, 'schmal' => 1, 'breit' => 1, 'rund' => 1, 'eckig' => 1, 'rustikal' => 1, 'skandinavisch' => 1, 'dimmbar' => 1, 'verstellbar' => 1, 'gunstig' => 1, 'billig' => 1, 'antik' => 1, 'wasserdicht' => 1, 'kabellos' => 1, 'faltbar' => 1, 'handgemacht' => 1,
        'grand' => 1, 'grande' => 1, 'petit' => 1, 'petite' => 1, 'moderne' => 1, 'rond' => 1, 'ronde' => 1, 'carre' => 1, 'carree' => 1, 'industriel' => 1, 'industrielle' => 1, 'scandinave' => 1,
        'pequeno' => 1, 'pequeña' => 1, 'pequeño' => 1, 'moderno' => 1, 'moderna' => 1, 'redondo' => 1, 'redonda' => 1, 'barato' => 1, 'barata' => 1, 'led' => 1,
        'mens' => 1, 'man' => 1, 'woman' => 1, 'unisex' => 1, 'kid' => 1, 'child' => 1, 'baby' => 1, 'boy' => 1, 'girl' => 1, 'adult' => 1, 'toddler' => 1,
    ];

    private const MATERIALS = [
        'glass' => 1, 'wood' => 1, 'wooden' => 1, 'oak' => 1, 'walnut' => 1, 'pine' => 1, 'bamboo' => 1, 'rattan' => 1, 'wicker' => 1, 'metal' => 1, 'steel' => 1, 'iron' => 1, 'brass' => 1, 'copper' => 1, 'chrome' => 1, 'nickel' => 1, 'gold' => 1, 'silver' => 1, 'bronze' => 1, 'aluminium' => 1,
        'ceramic' => 1, 'porcelain' => 1, 'stoneware' => 1, 'earthenware' => 1, 'clay' => 1, 'marble' => 1, 'stone' => 1, 'concrete' => 1, 'plaster' => 1, 'linen' => 1, 'cotton' => 1, 'wool' => 1, 'merino' => 1, 'silk' => 1, 'velvet' => 1, 'leather' => 1, 'paper' => 1, 'plastic' => 1, 'acrylic' => 1, 'crystal' => 1, 'cork' => 1, 'down' => 1, 'nylon' => 1, 'titanium' => 1,
        'holz' => 1, 'eich' => 1, 'glas' => 1, 'metall' => 1, 'messing' => 1, 'kupfer' => 1, 'stahl' => 1, 'keramik' => 1, 'porzellan' => 1, 'steingut' => 1, 'leinen' => 1, 'papier' => 1, 'leder' => 1, 'samt' => 1, 'beton' => 1, 'marmor' => 1, 'wolle' => 1, 'woll' => 1,
        'verre' => 1, 'bois' => 1, 'laiton' => 1, 'cuivre' => 1, 'ceramique' => 1, 'lin' => 1, 'osier' => 1, 'cuir' => 1, 'acier' => 1,
        'madera' => 1, 'vidrio' => 1, 'cristal' => 1, 'laton' => 1, 'cobre' => 1, 'ceramica' => 1, 'lino' => 1, 'mimbre' => 1, 'acero' => 1,
    ];

    private const PURE = ['brass' => 1, 'ceramic' => 1, 'rattan' => 1, 'wooden' => 1, 'oak' => 1, 'walnut' => 1, 'messing' => 1, 'keramik' => 1, 'marble' => 1, 'velvet' => 1, 'copper' => 1, 'chrome' => 1, 'bamboo' => 1, 'stoneware' => 1, 'porcelain' => 1, 'merino' => 1, 'concrete' => 1, 'wicker' => 1];

    public static function isColour(string $form): bool
    {
        return isset(self::COLOURS[$form]);
    }

    /** Forms that differ by gender or by country. */
    private const ONE = [
        'noire' => 'noir', 'blanche' => 'blanc', 'verte' => 'vert', 'bleue' => 'bleu', 'grise' => 'gris', 'doree' => 'dore', 'petite' => 'petit', 'ronde' => 'rond', 'carree' => 'carre', 'industrielle' => 'industriel',
        'negra' => 'negro', 'blanca' => 'blanco', 'roja' => 'rojo', 'amarilla' => 'amarillo', 'dorada' => 'dorado', 'moderna' => 'moderno', 'redonda' => 'redondo', 'barata' => 'barato', 'pequeña' => 'pequeño', 'pequeno' => 'pequeño',
        'gray' => 'grey', 'matte' => 'matt', 'mens' => 'man', 'hoh' => 'hoch', 'moderne' => 'modern',
    ];

    public static function oneGender(string $form): string
    {
        return self::ONE[$form] ?? $form;
    }

    /** Whether the word may stand anywhere in a term without a change of meaning. */
    public static function isFree(string $form): bool
    {
        return isset(self::COLOURS[$form]) || isset(self::OTHERS[$form]);
    }

    public static function isMaterial(string $form): bool
    {
        return isset(self::MATERIALS[$form]);
    }

    /** A material by whose name no other thing goes: "brass lamp" and "lamp brass" are one, "bed linen" and "linen bed" two. */
    public static function isPureMaterial(string $form): bool
    {
        return isset(self::PURE[$form]);
    }
}
