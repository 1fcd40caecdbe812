# frozen_string_literal: true

module App
  module Presenters
    # The table of a sheet run: what was found, and what can be chosen for each row and for all.
    class SheetRunPage
      SCALES = %w[fit template 10:1 5:1 2:1 1:1 1:2 1:5 1:10].freeze
      VIEWS = %w[front top right left bottom back].freeze
      KINDS = {
        'assembly' => 'assembly',
        'made' => 'made',
        'sheet metal' => 'sheet metal',
        'purchased' => 'bought',
        'standard' => 'standard part'
      }.freeze

      attr_reader :run

      def initialize(run)
        @run = run
      end

      # Choices kept by name: [[name, { "choices", "output" }]].
      def self.kept = Records::RunChoice.order(:name).map { |c| [c.name, JSON.parse(c.choices)] }

      def script_data
        {
          of: @run.of,
          rows: @run.rows.map { |r| row(r) },
          templates: templates.map { |t| [t.slug, t.title, t.template.berths.map(&:name)] },
          outputs: SheetRun::OUTPUTS,
          scales: SCALES,
          views: VIEWS,
          kinds: KINDS,
          choices: Nockplane::Planning::SheetChoices.new.plain,
          kept: SheetRunPage.kept
        }
      end

      private

      def templates = @templates ||= Records::Template.current.select(&:latest)

      def row(row)
        kind = sheet_metal?(row) ? 'sheet metal' : row.kind
        drawings = @run.drawings(row)
        {
          key: row.key,
          kind: kind,
          number: row.number,
          name: row.name,
          total: row.total,
          href: row.record && "/models/#{row.record.slug}",
          drawings: drawings.map { |d| { number: d.number, href: "/drawings/#{d.slug}" } },
          make: row.why.nil? && drawings.empty? && !%w[purchased standard].include?(row.kind),
          template: template_for(kind),
          told: row.told,
          why: row.why
        }
      end

      # Is it a part of which something says how its bends are laid flat?
      def sheet_metal?(row)
        row.kind == 'made' && row.text && row.why.nil? && Workshop.source.flats.ruled?(row.text)
      rescue Nockplane::Error
        false # its row says what is wrong with it
      end

      # The template that most drawings of its kind were made from, else one that is meant for it.
      def template_for(kind)
        (@usual ||= {})[kind] ||= begin
          named = { 'assembly' => /assembly/, 'sheet metal' => /sheet-metal/ }.fetch(
            kind,
            /\A(?!.*(assembly|sheet-metal))/
          )
          fitting = templates.select { |t| t.slug.match?(named) }
          (fitting.max_by { |t| [used[t.slug].to_i, t.slug == 'a3-sheet-metal' ? 1 : 0] } || templates.first)&.slug
        end
      end

      # { template => how many drawings }
      def used
        @used ||=
          Records::Drawing.order(id: :desc).limit(60).filter_map { |d| d.value.meta.template&.fetch('slug', nil) }.tally
      end
    end
  end
end
