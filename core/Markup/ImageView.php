<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** From where, or of what, a picture of a thing is taken, as file names say it and as people say it. */
enum ImageView: string
{
    case Front = 'front';
    case Back = 'back';
    case Side = 'side';
    case Top = 'top';
    case Below = 'below';
    case Detail = 'detail';
    case Room = 'room';
    case Box = 'box';
    case Size = 'size';
    case Drawing = 'drawing';

    /** Words of file names, in English, German, French and Spanish. */
    private const TOKENS = [
        'front' => ['front', 'frontal', 'vorne', 'vorn', 'vorderseite', 'frontansicht', 'face', 'devant', 'frente'],
        'back' => [
            'back', 'rear', 'hinten', 'rückseite', 'rueckseite', 'dos', 'arrière', 'arriere', 'detrás', 'detras',
        ],
        'side' => [
            'side', 'profile', 'seite', 'seitlich', 'seitenansicht', 'côté', 'cote', 'profil', 'lado', 'lateral',
        ],
        'top' => ['top', 'above', 'overhead', 'oben', 'draufsicht', 'dessus', 'arriba'],
        'below' => ['bottom', 'underside', 'below', 'unten', 'unterseite', 'dessous', 'abajo'],
        'detail' => ['detail', 'details', 'closeup', 'close', 'macro', 'nahaufnahme', 'détail', 'détails', 'detalle'],
        'room' => [
            'room', 'interior', 'lifestyle', 'ambience', 'ambient', 'scene', 'insitu', 'raum', 'ambiente', 'milieu',
            'wohnraum', 'ambiance', 'situation',
        ],
        'box' => ['packaging', 'package', 'box', 'verpackung', 'karton', 'emballage', 'embalaje', 'caja'],
        'size' => [
            'size', 'sizes', 'dimension', 'dimensions', 'measurements', 'maße', 'masse', 'abmessungen', 'medidas',
            'dimensiones',
        ],
        'drawing' => ['drawing', 'sketch', 'zeichnung', 'skizze', 'dessin', 'dibujo'],
    ];

    private const WORDS = [
        'en' => [
            'front' => 'front view',
            'back' => 'back',
            'side' => 'side view',
            'top' => 'from above',
            'below' => 'from below',
            'detail' => 'detail',
            'room' => 'in a room',
            'box' => 'packaging',
            'size' => 'dimensions',
            'drawing' => 'drawing',
            'number' => 'view %d',
        ],
        'de' => [
            'front' => 'von vorn',
            'back' => 'Rückseite',
            'side' => 'Seitenansicht',
            'top' => 'von oben',
            'below' => 'von unten',
            'detail' => 'Detail',
            'room' => 'im Raum',
            'box' => 'Verpackung',
            'size' => 'Maße',
            'drawing' => 'Zeichnung',
            'number' => 'Ansicht %d',
        ],
        'fr' => [
            'front' => 'vue de face',
            'back' => 'dos',
            'side' => 'vue de côté',
            'top' => 'vue de dessus',
            'below' => 'vue de dessous',
            'detail' => 'détail',
            'room' => 'en situation',
            'box' => 'emballage',
            'size' => 'dimensions',
            'drawing' => 'dessin',
            'number' => 'vue %d',
        ],
        'es' => [
            'front' => 'vista frontal',
            'back' => 'parte trasera',
            'side' => 'vista lateral',
            'top' => 'desde arriba',
            'below' => 'desde abajo',
            'detail' => 'detalle',
            'room' => 'ambientado',
            'box' => 'embalaje',
            'size' => 'medidas',
            'drawing' => 'dibujo',
            'number' => 'vista %d',
        ],
    ];

    /** @param  string  $token  a word of a file name, in small letters */
    public static function ofToken(string $token): ?self
    {
        foreach (self::TOKENS as $view => $tokens) {
            if (in_array($token, $tokens, true)) {
                return self::from($view);
            }
        }

        return null;
    }

    /** @param  string  $language  two letters; '' is what is said where we have no words of the language */
    public function words(string $language): string
    {
        return self::WORDS[$language][$this->value] ?? '';
    }

    /** One of several views that nothing else tells apart. */
    public static function numbered(int $number, string $language): string
    {
        return sprintf(self::WORDS[$language]['number'] ?? '(%d)', $number);
    }
}
