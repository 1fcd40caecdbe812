# frozen_string_literal: true

module App
  module Presenters
    # The home page: what is out of step first, as a docket grouped by the model change that caused it; then models and
    # their drawings. Reads what is known; what is not yet is being worked out by a worker.
    class Board
      # What a model's latest revision is, without its text.
      Latest = Struct.new(:number, :note)

      # Families and models shown at once.
      FAMILIES = 12
      MODELS = 24
      # Drawings shown of one model.
      DRAWINGS = 12

      attr_reader :filter, :docket

      # filter: "behind", "adrift", "fault", "empty" or "current": only what is so is shown; nil for all.
      # whose: "mine" or "nobody": only such docket lines; person: whose "mine" is; asked: [list, from]: which long list
      # is shown from where on.
      def initialize(filter = nil, whose: nil, person: nil, asked: [nil, 0])
        @filter = FILTERS.key?(filter) ? filter : nil
        @asked = asked
        @docket = BoardDocket.new(self, whose, person, asked)
      end

      FILTERS = {
        'behind' => 'behind their model',
        'adrift' => 'with annotations adrift',
        'empty' => 'without a drawing',
        'fault' => 'that cannot be built or shown',
        'current' => 'current'
      }.freeze

      # { drawing id => revision letter that was issued last }.
      def issued = @issued ||= Records::Packet.order(:issued_at).pluck(:drawing_id, :letter).to_h

      def models = @models ||= Records::Model.order(:number, :name).select(:id, :slug, :name, :number).to_a
      def drawn_models = single_models.select { |m| cells_of(m).any? { |c| shown?(c.state) } }
      def bare_models = @bare_models ||= slice('bare', undrawn.reject { |m| purchased?(m) }, MODELS)
      def purchased_models = @purchased_models ||= slice('purchased', undrawn.select { |m| purchased?(m) }, MODELS)

      # Slice of [FamilyRow]: all families that have something of what is asked for.
      def families
        @families ||=
          slice('families', FamilyRows.new(self).all.select { |row| row.states.any? { |s| shown?(s) } }, FAMILIES)
      end

      # [[words, Slice of [model]], ...] of drawn models that are no families, by kind.
      def by_kind
        @by_kind ||=
          drawn_models
            .group_by { |m| kinds[m.id] }
            .sort_by { |kind, _| KINDS.keys.index(kind) }
            .map { |k, list| [KINDS[k], slice(k, list, MODELS)] }
      end

      def undrawn = shown?('empty') ? single_models.select { |m| cells_of(m).empty? } : []
      def slice(name, list, most) = Slice.new(name, list, @asked, most, { state: @filter })

      KINDS = { 'assembly' => 'Assemblies', 'recipe' => 'Parts', 'file' => 'Imported parts' }.freeze

      def shown?(state) = @filter.nil? || state == @filter
      # { model id => recipe text } of families.
      def family_texts = @family_texts ||= Records::Revision.families(models.map(&:id))

      # Latest of a model.
      def latest(model) = latest_of[model.id]
      def cells_of(model) = cells_by_model[model.id] || []

      # What the drawings are for the docket: BoardCells; all of them; how many wait, are behind, are adrift.
      def cells = @cells ||= BoardCells.new
      def all_cells = cells.all
      def checking = all_cells.count(&:checking)
      def behind_count = all_cells.sum { |c| c.summary.behind }
      def adrift_count = all_cells.sum { |c| c.summary.adrift }
      def losing_count = all_cells.sum { |c| c.summary.losing }

      # The model that a drawing shows first; nil of one that lies in the bin.
      def model_of(cell)
        @model_of ||= bindings.reverse.to_h
        models_by_id[@model_of[cell.drawing.id]]
      end

      # { model id => kind of its latest revision }, and the beginning of its text.
      def kinds = @kinds ||= heads.transform_values { |text| Received.kind_of(text) }

      def heads = @heads ||= Records::Revision.heads.transform_values(&:last)

      private

      def single_models = @single_models ||= models.reject { |m| family_texts[m.id] }

      def cells_by_model
        @cells_by_model ||=
          begin
            by_id = cells.by_id
            bindings
              .uniq
              .group_by(&:last)
              .transform_values do |list|
                list.filter_map { |drawing, _| by_id[drawing] }.sort_by { |c| c.drawing.number }
              end
          end
      end

      def bindings = @bindings ||= Records::Binding.order(:id).pluck(:drawing_id, :model_id)

      def models_by_id = @models_by_id ||= models.index_by(&:id)

      def latest_of
        @latest_of ||= Records::Revision.heads.transform_values { |number, note, _| Latest.new(number, note) }
      end

      # Bought, not made: by the property, or because assemblies say so of it.
      def purchased?(model) = purchased.include?(model.id)

      def purchased
        @purchased ||=
          begin
            by_property = Records::Property.where(home: 'models', name: 'source', value: 'purchased').pluck(:slug)
            (models.select { |m| by_property.include?(m.slug) }.map(&:id) + Purchased.ids).to_set
          end
      end
    end
  end
end
