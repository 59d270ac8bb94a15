<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** Elements of HTML by what they mean to who reads a page without building its tree (HTML Standard, section 13.2). */
final class Tags
{
    public const HEAD = [
        'base' => 1,
        'basefont' => 1,
        'bgsound' => 1,
        'link' => 1,
        'meta' => 1,
        'title' => 1,
        'noscript' => 1,
        'noframes' => 1,
        'style' => 1,
        'script' => 1,
        'template' => 1,
        'head' => 1,
        'html' => 1,
    ];

    /**
     * Parts of a table or of the page's frame: their tags mean nothing where they do not belong (section 13.2.6.4.7).
     */
    public const PART = [
        'caption' => 1,
        'col' => 1,
        'colgroup' => 1,
        'frame' => 1,
        'head' => 1,
        'html' => 1,
        'body' => 1,
        'tbody' => 1,
        'td' => 1,
        'tfoot' => 1,
        'th' => 1,
        'thead' => 1,
        'tr' => 1,
    ];

    public const RAW = [
        'script' => 1,
        'style' => 1,
        'xmp' => 1,
        'iframe' => 1,
        'noembed' => 1,
        'noframes' => 1,
        'noscript' => 1,
        'textarea' => 1,
        'title' => 1,
    ];

    /** Elements of the line (HTML Standard, phrasing content): their borders do not part words. */
    public const INLINE = [
        'a' => 1,
        'abbr' => 1,
        'b' => 1,
        'bdi' => 1,
        'bdo' => 1,
        'cite' => 1,
        'code' => 1,
        'data' => 1,
        'del' => 1,
        'dfn' => 1,
        'em' => 1,
        'font' => 1,
        'i' => 1,
        'img' => 1,
        'ins' => 1,
        'kbd' => 1,
        'label' => 1,
        'mark' => 1,
        'q' => 1,
        's' => 1,
        'samp' => 1,
        'small' => 1,
        'span' => 1,
        'strong' => 1,
        'sub' => 1,
        'sup' => 1,
        'time' => 1,
        'tt' => 1,
        'u' => 1,
        'var' => 1,
        'wbr' => 1,
    ];

    /** Start tags that end foreign content (section 13.2.6.5). */
    public const BREAKOUT = [
        'b' => 1,
        'big' => 1,
        'blockquote' => 1,
        'body' => 1,
        'br' => 1,
        'center' => 1,
        'code' => 1,
        'dd' => 1,
        'div' => 1,
        'dl' => 1,
        'dt' => 1,
        'em' => 1,
        'embed' => 1,
        'h1' => 1,
        'h2' => 1,
        'h3' => 1,
        'h4' => 1,
        'h5' => 1,
        'h6' => 1,
        'head' => 1,
        'hr' => 1,
        'i' => 1,
        'img' => 1,
        'li' => 1,
        'listing' => 1,
        'menu' => 1,
        'meta' => 1,
        'nobr' => 1,
        'ol' => 1,
        'p' => 1,
        'pre' => 1,
        'ruby' => 1,
        's' => 1,
        'small' => 1,
        'span' => 1,
        'strong' => 1,
        'strike' => 1,
        'sub' => 1,
        'sup' => 1,
        'table' => 1,
        'tt' => 1,
        'u' => 1,
        'ul' => 1,
        'var' => 1,
    ];
}
