<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'thousandths: how sure it is' => [
                'untangle_causes.sureness',
                'untangle_pages.sureness',
                'untangle_pairs.sureness',
                'untangle_parameters.certainty',
            ],
            'addresses for which something is to be done' => ['untangle_causes.to_do', 'untangle_tangles.to_do'],
            'impressions of 13 weeks' => ['untangle_facets.demand'],
            'products of the list it is narrowed from' => ['untangle_facets.of_products'],
            'MD5 of title and H1' => ['untangle_identities.called'],
            'MD5 of the set of products it lists' => ['untangle_identities.items'],
            'MD5 of the identity, by which it is known unchanged' => ['untangle_identities.mark'],
            'MD5, equal where a searcher sees no difference' => ['untangle_identities.same'],
            'thousandths: how alike they are' => [
                'untangle_lost.likeness',
                'untangle_pages.likeness',
                'untangle_pairs.likeness',
            ],
            'HTTP status' => ['untangle_lost.status', 'untangle_redirects.status'],
            'page, the smaller number of the two' => ['untangle_pairs.a'],
            'page, the larger number of the two' => ['untangle_pairs.b'],
            '1 where a difference speaks against one page' => ['untangle_pairs.differs'],
            'pairs that were judged' => ['untangle_states.judged'],
            'hundredths of a point by which the keeper leads the next page' => ['untangle_tangles.lead_points'],
            'place in its order' => ['untangle_versions.place'],
        ]);
    }
};
