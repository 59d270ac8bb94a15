<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** Reads headings, and short texts that only look like one by their class or role, into a page's details. */
final class HeadingReader
{
    public const LEVELS = ['h1' => 1, 'h2' => 2, 'h3' => 3, 'h4' => 4, 'h5' => 5, 'h6' => 6];

    /** Elements that themes style as headings. */
    public const STYLED = ['p' => 1, 'div' => 1, 'span' => 1, 'strong' => 1];

    private ?string $text = null;

    private int $level = 1;

    /** Alt texts of the images in it. */
    private string $alt = '';

    /** Text of an element that looks like a heading and is none, while it is open. */
    private ?string $styled = null;

    private string $styledTag = '';

    public function __construct(private readonly DetailReader $details)
    {
    }

    public function isOpen(): bool
    {
        return $this->text !== null || $this->styled !== null;
    }

    /** @param  string  $part  of the page, in which a heading that is still open stands */
    public function begin(int $level, string $part): void
    {
        $this->close($part);
        $this->styled = null;
        $this->text = '';
        $this->alt = '';
        $this->level = $level;
    }

    public function text(string $text): void
    {
        if ($this->text !== null) {
            $this->text .= $text;
        }
        if ($this->styled !== null) {
            $this->styled .= $text;
        }
    }

    /** The border of an element that is not part of a line of text. */
    public function wordEnds(): void
    {
        if ($this->text !== null) {
            $this->text .= ' ';
        }
    }

    public function image(string $alt): void
    {
        if ($this->text !== null) {
            $this->alt .= " $alt";
        }
    }

    /**
     * @param  string  $part  of the page, in which it stands: breadcrumbs, nav, header, footer; '' for the main text
     */
    public function close(string $part): void
    {
        if ($this->text === null) {
            return;
        }
        $text = Text::tidy(Entities::decode($this->text));
        $alt = Text::tidy($this->alt);
        $this->details->heading($this->level, $text === '' ? $alt : $text, $part, $text === '' && $alt !== '');
        $this->text = null;
    }

    /**
     * An element begins that may be styled as a heading.
     *
     * @param  bool  $isMain  whether it stands in the main part of the body
     */
    public function beginStyled(string $name, string $attributes, bool $isMain): void
    {
        if ($this->text === null && $isMain && $attributes !== '' && self::looksStyled($attributes)) {
            $given = Tokens::attributes($attributes);
            if (
                ($given['role'] ?? '') === 'heading' ||
                preg_match('/(?:^|[\s_\-])(?:h[1-6]|heading|headline|title)(?:$|[\s_\-])/i', $given['class'] ?? '') ===
                    1
            ) {
                $this->styled = '';
                $this->styledTag = $name;

                return;
            }
        }
        if ($this->styled !== null && $this->styledTag === $name) {
            $this->styled = null; // It holds more than a text.
        }
    }

    public function closeStyled(string $name): void
    {
        if ($this->styled !== null && $this->styledTag === $name) {
            $this->details->styled(Text::tidy(Entities::decode($this->styled)));
            $this->styled = null;
        }
    }

    /** Whether it is worth reading the attributes at all. */
    private static function looksStyled(string $attributes): bool
    {
        return stripos($attributes, 'head') !== false ||
            stripos($attributes, 'title') !== false ||
            stripos($attributes, '"h') !== false;
    }
}
