<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\StoreModel;

/** A market's model as it was learned last, and what the store's people assume. */
final class Model
{
    public static function of(int $market): ?StoreModel
    {
        $json = DB::table('weigh_models')->where('market_id', $market)->value('model');

        return is_string($json) ? StoreModel::fromArray(Typed::map($json)) : null;
    }

    public static function assumptions(Store $store): Assumptions
    {
        $options = $store->options();

        return new Assumptions(
            $options->assumed('share_closed'),
            $options->assumed('lift_probability'),
            $options->assumed('lift_falloff'),
            $options->assumed('target_position'),
            difficulty: $options->assumed('assumed_difficulty'),
            margin: Earnings::of($store)->tellsMargin ? 1.0 : $options->assumed('margin'),
            returning: $options->assumed('returning'),
            liftReach: $options->assumed('lift_reach'),
        );
    }
}
