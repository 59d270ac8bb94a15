<?php

declare(strict_types=1);

use App\Facts\Lists\ListTable;

/**
 * The house plan: each room of the application, the tables that it alone writes, and the rooms that it may know.
 * Architecture tests hold it against the sources, the table in docs/overview.md is made from it (`bin/orchard house`).
 * A room that is not in it is a step: it knows all rooms below and no other step, and writes the tables whose names
 * begin with its own.
 *
 * @return array<string, array{keeps: string, tables: list<string>, knows: list<string>}>
 */
return [
    'Platform' => [
        'keeps' => 'database helpers, long work, tables in and out, commands, the web frame; knows no shop',
        'tables' => ['installation', 'work', 'jobs', 'failed_jobs', 'cache', 'cache_locks'],
        'knows' => [],
    ],
    'Connectors' => [
        'keeps' => 'guarded HTTP, shop, feed: values in, values out; knows no store',
        'tables' => [],
        'knows' => ['Platform'],
    ],
    'Stores' => [
        'keeps' => 'stores, markets, options, connections, rules for kinds of pages, what steps contribute',
        'tables' => ['stores', 'markets', 'connections', 'kind_rules', 'title_suffixes', 'saved_views', 'hook_calls'],
        'knows' => ['Platform', 'Connectors'],
    ],
    'Access' => [
        'keeps' => 'people, roles, sign-in, tokens, the frame around every page',
        'tables' => [
            'users',
            'memberships',
            'access_invitations',
            'sessions',
            'password_reset_tokens',
            'personal_access_tokens',
        ],
        'knows' => ['Platform', 'Stores'],
    ],
    'Inventory' => [
        'keeps' => 'pages, their facts, links, blocks, successions, selections, and the list table',
        'tables' => [
            'pages', 'page_facts', 'page_details', 'page_answers', 'page_index', 'page_words', 'page_counts',
            'page_products', 'lives_by_hand', 'lost_texts', 'links', 'link_blocks', 'block_links', 'page_blocks',
            'common_words', 'repeated_lines', 'successions', 'page_selections', 'selected_pages', 'page_terms',
            'collection_pages', 'planned_pages', 'inventory_reads',
        ],
        'knows' => ['Platform', 'Stores'],
    ],
    'Catalogue' => [
        'keeps' => 'resources and their texts: what the shop lets us edit',
        'tables' => ['resources', 'resource_texts'],
        'knows' => ['Platform', 'Connectors', 'Stores', 'Inventory'],
    ],
    'Facts' => [
        'keeps' => 'rows of search and sales, lists from files, their sums by week and window, the calendar',
        'tables' => [
            'search_rows',
            'sales_rows',
            'resting_search',
            'resting_sales',
            'search_queries',
            'fact_days',
            'fact_pages',
            'page_weeks',
            'number_windows',
            'calendar_events',
            ...array_column(ListTable::cases(), 'value'),
        ],
        'knows' => ['Platform', 'Stores', 'Inventory'],
    ],
    'Changes' => [
        'keeps' => 'drafts, changes of addresses, approvals, history: whatever is to become true in the shop',
        'tables' => [
            'drafts', 'address_changes', 'address_states', 'drifts', 'history', 'text_comments', 'text_reviewers',
            'text_spells', 'text_trials', 'text_trial_groups', 'text_trial_pages', 'text_steps', 'text_step_rows',
            'text_step_terms',
        ],
        'knows' => ['Platform', 'Stores', 'Inventory', 'Catalogue', 'Facts'],
    ],
];
