<?php

declare(strict_types=1);

namespace App\Stores\Kinds;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** A store's rules in their order: the first that fits tells the kind, none means "other". */
final readonly class KindRules
{
    /** @param  list<KindRule>  $rules */
    public function __construct(public array $rules)
    {
    }

    public static function of(Store $store): self
    {
        $rules = [];
        foreach (
            Rows::of(DB::table('kind_rules')->where('store_id', $store->id)->orderBy('place')->orderBy('id')->get()) as $row
        ) {
            $rules[] = new KindRule(
                $row->text('subject'),
                $row->text('test'),
                $row->text('value'),
                PageKind::from($row->int('kind')),
            );
        }

        return new self($rules);
    }

    /**
     * Rules that most stores can start from: the root is home, then what the shop itself says, then structured types.
     */
    public static function usual(): self
    {
        return new self([
            new KindRule('path', 'is', '/', PageKind::Home),
            new KindRule('resource', 'is', 'product', PageKind::Product),
            new KindRule('resource', 'is', 'collection', PageKind::Collection),
            new KindRule('resource', 'is', 'article', PageKind::Article),
            new KindRule('resource', 'is', 'plain', PageKind::Plain),
            new KindRule('type', 'is', 'Product', PageKind::Product),
            new KindRule('type', 'is', 'og:product', PageKind::Product),
            new KindRule('type', 'is', 'CollectionPage', PageKind::Collection),
            new KindRule('type', 'is', 'BlogPosting', PageKind::Article),
            new KindRule('type', 'is', 'Article', PageKind::Article),
            new KindRule('type', 'is', 'NewsArticle', PageKind::Article),
            new KindRule('type', 'is', 'AboutPage', PageKind::Plain),
            new KindRule('type', 'is', 'ContactPage', PageKind::Plain),
            new KindRule('type', 'is', 'FAQPage', PageKind::Plain),
            new KindRule('type', 'is', 'og:article', PageKind::Article),
        ]);
    }

    public function save(Store $store): void
    {
        DB::transaction(function () use ($store): void {
            DB::table('kind_rules')->where('store_id', $store->id)->delete();
            foreach ($this->rules as $place => $rule) {
                DB::table('kind_rules')->insert([
                    'store_id' => $store->id,
                    'place' => $place,
                    'subject' => $rule->subject,
                    'test' => $rule->test,
                    'value' => $rule->value,
                    'kind' => $rule->kind->value,
                ]);
            }
        });
    }

    /** @param  list<string>  $types */
    public function kindOf(PageUrl $url, ?PageKind $resourceKind, array $types): PageKind
    {
        foreach ($this->rules as $rule) {
            if ($rule->fits($url, $resourceKind, $types)) {
                return $rule->kind;
            }
        }

        return PageKind::Other;
    }
}
