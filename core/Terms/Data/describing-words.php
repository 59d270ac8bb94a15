<?php

declare(strict_types=1);

/**
 * Words that describe a thing and name none, folded, as Inflection forms them: lists, a blank between two words, and
 * forms that differ by gender or by country with the one that they are taken for. A list of words is data: what is done
 * with it is tested, not that each word stands in it.
 */
return [
    // Words before a colour that make another colour of it.
    'shades' => 'light dark pale deep bright matt matte off dusty navy sage hell dunkel clair fonce claro oscuro '.
        'warm cool antique brushed rose',
    'colours' => 'black white red green blue yellow grey gray brown pink purple beige cream ivory teal turquoise '.
        'navy burgundy mustard taupe lilac golden multicoloured schwarz weiss rot grun blau gelb grau '.
        'braun lila turkis silbern bunt noir noire blanc blanche rouge vert verte bleu bleue jaune gris '.
        'grise marron dore doree negro negra blanco blanca rojo roja verde azul amarillo amarilla dorado '.
        'dorada',
    // Sizes, shapes, styles, for whom.
    'others' => 'large small big tiny mini huge oversized tall short wide narrow slim xl xxl modern vintage '.
        'contemporary rustic industrial retro traditional scandinavian minimalist adjustable dimmable '.
        'round square rectangular oval cheap affordable waterproof wireless cordless rechargeable '.
        'portable foldable lightweight handmade gross klein lang kurz hoh schmal breit rund eckig '.
        'rustikal skandinavisch dimmbar verstellbar gunstig billig antik wasserdicht kabellos faltbar '.
        'handgemacht grand grande petit petite moderne rond ronde carre carree industriel industrielle '.
        'scandinave pequeno pequeña pequeño moderno moderna redondo redonda barato barata led mens man '.
        'woman unisex kid child baby boy girl adult toddler',
    'materials' => 'glass wood wooden oak walnut pine bamboo rattan wicker metal steel iron brass copper chrome '.
        'nickel gold silver bronze aluminium ceramic porcelain stoneware earthenware clay marble stone '.
        'concrete plaster linen cotton wool merino silk velvet leather paper plastic acrylic crystal cork '.
        'down nylon titanium holz eich glas metall messing kupfer stahl keramik porzellan steingut leinen '.
        'papier leder samt beton marmor wolle woll verre bois laiton cuivre ceramique lin osier cuir '.
        'acier madera vidrio cristal laton cobre ceramica lino mimbre acero',
    // Materials by whose name no other thing goes.
    'pure' => 'brass ceramic rattan wooden oak walnut messing keramik marble velvet copper chrome bamboo '.
        'stoneware porcelain merino concrete wicker',
    'one' => [
        'noire' => 'noir',
        'blanche' => 'blanc',
        'verte' => 'vert',
        'bleue' => 'bleu',
        'grise' => 'gris',
        'doree' => 'dore',
        'petite' => 'petit',
        'ronde' => 'rond',
        'carree' => 'carre',
        'industrielle' => 'industriel',
        'negra' => 'negro',
        'blanca' => 'blanco',
        'roja' => 'rojo',
        'amarilla' => 'amarillo',
        'dorada' => 'dorado',
        'moderna' => 'moderno',
        'redonda' => 'redondo',
        'barata' => 'barato',
        'pequeña' => 'pequeño',
        'pequeno' => 'pequeño',
        'gray' => 'grey',
        'matte' => 'matt',
        'mens' => 'man',
        'hoh' => 'hoch',
        'moderne' => 'modern',
    ],
];
