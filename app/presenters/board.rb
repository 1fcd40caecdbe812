# frozen_string_literal: true

module App
  module Presenters
    # The home page: what is out of step first, as a docket grouped by the model change that caused it; then models and
    # their drawings. Reads what is known; what is not yet is being worked out by a worker.
    class Board
      # A drawing on the board. docket: Linking::Docket or nil while the first one is being worked out; checking: is it
      # being worked out anew; origin: what became of its template.
      Cell =
        Struct.new(:drawing, :docket, :checking, :origin, keyword_init: true) do
          def state
            return 'unknown' unless docket
            return 'fault' if docket.faults.any?
            return 'behind' if docket.behind.any? || docket.fields.any?

            docket.adrift.any? ? 'adrift' : 'current'
          end

          def sheet_clean? = docket.nil? || (docket.collisions.empty? && docket.masses.empty? && docket.lost.empty?)
          def empty? = docket&.empty&.any?
        end

      # What a model's latest revision is, without its text.
      Latest = Struct.new(:number, :note, :created_at, :author)

      # filter: "behind", "adrift", "fault", "empty" or "current": only what is so is shown; nil for all.
      # whose: "mine" or "nobody": only such docket lines; person: whose "mine" is.
      def initialize(filter = nil, whose: nil, person: nil)
        @filter = FILTERS.key?(filter) ? filter : nil
        @whose = WHOSE.key?(whose) && (whose != 'mine' || person) ? whose : nil
        @person = person
      end

      attr_reader :filter, :whose

      WHOSE = { 'mine' => 'mine', 'nobody' => "nobody's" }.freeze

      # { drawing id => Records::Taking }
      def takings = @takings ||= Records::Taking.includes(:person).index_by(&:drawing_id)

      # Cells whose docket lines are shown.
      def docket_cells
        @docket_cells ||= @whose ? all_cells.select { |c| whose?(c) } : all_cells
      end

      def whose?(cell)
        taken = takings[cell.drawing.id]
        @whose == 'nobody' ? taken.nil? : taken&.person_id == @person.id
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

      def models = @models ||= Records::Model.order(:number, :name).to_a
      def drawn_models = single_models.select { |m| cells(m).any? { |c| shown?(c.state) } }
      def bare_models = shown?('empty') ? single_models.reject { |m| cells(m).any? || purchased?(m) } : []
      def purchased_models = shown?('empty') ? single_models.select { |m| cells(m).empty? && purchased?(m) } : []

      # [FamilyRow] of all families that have something of what is asked for.
      def families
        @families ||= FamilyRows.new(self).all.select { |row| row.states.any? { |s| shown?(s) } }
      end

      # [[words, [model]], ...] of drawn models that are no families, by kind.
      def by_kind
        drawn_models
          .group_by { |m| kinds[m.id] }
          .sort_by { |kind, _| KINDS.keys.index(kind) }
          .map { |k, list| [KINDS[k], list] }
      end

      KINDS = { 'assembly' => 'Assemblies', 'recipe' => 'Parts', 'file' => 'Imported parts' }.freeze

      def shown?(state) = @filter.nil? || state == @filter
      # { model id => recipe text } of families.
      def family_texts = @family_texts ||= Records::Revision.families(models.map(&:id))

      # Latest of a model.
      def latest(model) = latest_of[model.id]
      def cells(model) = cells_by_model[model.id] || []
      def all_cells = @all_cells ||= make_cells

      # [[model, Latest, [Cell, ...]], ...] of what is behind, one group per model change.
      def groups
        docket_cells
          .select { |c| c.state == 'behind' }
          .group_by { |c| model_of(c) }
          .map { |m, list| [m, latest(m), list] }
      end

      # Why a model moved on, newest first: the notes of every revision that drawings of its group have not seen yet.
      def reasons(model, revision, cells)
        seen = cells.flat_map { |c| c.docket.behind.map(&:from) }.min || (revision.number - 1)
        return [revision.note].reject(&:empty?) if seen >= revision.number - 1

        model.revisions.where(number: (seen + 1)..).reorder(number: :desc).pluck(:note).reject(&:empty?).uniq
      end

      # [[model, revision number, note, [[Cell, [Adrift, ...]], ...]], ...]: annotations adrift by the revision that
      # took their geometry.
      def adrift
        lost = docket_cells.flat_map { |c| (c.docket&.adrift || []).map { |a| [c, a] } }
        lost
          .group_by { |c, a| [model_of(c), a.revision] }
          .map do |(model, number), list|
            [
              model,
              number,
              model.revisions.where(number: number).pick(:note).to_s,
              list.group_by(&:first).map { |c, pairs| [c, pairs.map(&:last)] }
            ]
          end
      end

      def arrivals = @arrivals ||= Records::Arrival.waiting.to_a
      def hold_ups = @hold_ups ||= Records::HoldUp.includes(:model).order(:id).select(&:model)
      def set_aside = @set_aside ||= Records::IntakeFile.refused.to_a

      # [[Cell, state, [variant]]] of series drawings whose variants are out of step while the series itself is not.
      def variants_out
        @variants_out ||=
          begin
            found = Records::VariantStanding.where(state: %w[behind adrift fault]).pluck(:drawing_id, :state, :variant)
            by_id = docket_cells.to_h { |c| [c.drawing.id, c] }
            groups = found.group_by { |id, state, _| [by_id[id], state] }.transform_values { |list| list.map(&:last) }
            groups
              .reject { |(c, state), _| c.nil? || !c.drawing.series || c.state == state }
              .map { |(c, s), list| [c, s, list] }
          end
      end

      # [[what rests on it, its address, what is not there, what to do]] of references that lead nowhere.
      def broken = @broken ||= Broken.new(self).all

      # [[drawing, [Records::Comment, ...]], ...] of comments that wait.
      def comments
        @comments ||=
          begin
            by_id = docket_cells.to_h { |c| [c.drawing.id, c.drawing] }
            Records::Comment.open.group_by(&:drawing_id).filter_map { |id, list| [by_id[id], list] if by_id[id] }
          end
      end

      def faults = docket_cells.select { |c| c.state == 'fault' }
      def checking = all_cells.count(&:checking)
      def behind_count = all_cells.sum { |c| c.docket ? c.docket.behind.size : 0 }
      def adrift_count = all_cells.sum { |c| c.docket ? c.docket.adrift.size : 0 }
      def losing_count = all_cells.sum { |c| c.docket ? c.docket.losing : 0 }

      # Drawings whose template moved on or is gone, those with empty berths, those whose sheets need a look.
      def unhoused = docket_cells.reject { |c| c.origin.settled? }
      def with_empty_berths = docket_cells.select(&:empty?)
      def unclean = docket_cells.reject(&:sheet_clean?)

      def clear?
        checking.zero? &&
          [arrivals, hold_ups, set_aside, comments, broken, variants_out, unhoused, with_empty_berths, unclean].all?(
            &:empty?
          ) && docket_cells.all? { |c| c.state == 'current' }
      end

      # { model id => kind of its latest revision }, and the beginning of its text.
      def kinds = heads.transform_values { |text| Received.kind_of(text) }

      def heads
        @heads ||=
          begin
            newest = Records::Revision.group(:model_id).maximum(:id).values
            Records::Revision.where(id: newest).pluck(:model_id, Arel.sql('substr(recipe, 1, 2000)')).to_h
          end
      end

      private

      def single_models = @single_models ||= models.reject { |m| family_texts[m.id] }

      def make_cells
        drawings =
          Records::Drawing
            .order(:number)
            .select(:id, :slug, :title, :number, :version, :template_slug, :template_revision, :kind, :series)
            .to_a
        bases = Standings.bases
        standings = Records::Standing.all.index_by(&:drawing_id)
        drawings.map do |d|
          known = standings[d.id]
          Cell.new(
            drawing: d,
            docket: known&.docket,
            checking: known.nil? || known.basis != bases[d.id],
            origin: Origin.from(d.template_slug, d.template_revision, templates)
          )
        end
      end

      def cells_by_model
        @cells_by_model ||=
          begin
            by_id = all_cells.to_h { |c| [c.drawing.id, c] }
            bindings
              .group_by(&:last)
              .transform_values do |list|
                list.filter_map { |drawing, _| by_id[drawing] }.uniq.sort_by { |c| c.drawing.number }
              end
          end
      end

      def bindings = @bindings ||= Records::Binding.order(:id).pluck(:drawing_id, :model_id)

      def model_of(cell)
        @model_of ||= bindings.reverse.to_h
        models.find { |m| m.id == @model_of[cell.drawing.id] }
      end

      def latest_of
        @latest_of ||=
          begin
            newest = Records::Revision.group(:model_id).maximum(:id).values
            Records::Revision
              .where(id: newest)
              .pluck(:model_id, :number, :note, :created_at, :author)
              .to_h { |id, *rest| [id, Latest.new(*rest)] }
          end
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

      def templates = @templates ||= Records::Template.includes(:revisions).index_by(&:slug)
    end
  end
end
