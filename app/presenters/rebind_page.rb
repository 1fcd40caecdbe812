# frozen_string_literal: true

module App
  module Presenters
    # A drawing pointed at another model, before anything is written: as it is, as it would be, and between them what
    # becomes of every annotation.
    class RebindPage
      WORDS = {
        'kept' => 'kept',
        'retied' => 'tied again by likeness',
        'adrift' => 'adrift',
        'absent' => 'its feature is switched off'
      }.freeze

      attr_reader :record, :rebinding

      # rebinding: Rebinding or nil while nothing is chosen yet.
      # binding: id of the binding that is pointed elsewhere, nil for the first.
      def initialize(record, rebinding, binding = nil)
        @record = record
        @rebinding = rebinding
        @binding = binding.to_s.empty? ? nil : binding
      end

      attr_reader :binding

      def value = @record.value
      def outcome = @rebinding&.outcome

      # [[status, [Rebinding::Line]], ...], what needs a decision first.
      def groups
        by = outcome.lines.group_by(&:status)
        %w[adrift absent retied kept].filter_map { |s| [s, by[s]] if by[s] }
      end

      # [[value, words], ...] of what can be decided about a line; the first is what happens by itself.
      def choices(line)
        own = { 'kept' => 'keep it', 'retied' => 'tie it so' }[line.status]
        usual = own ? [['', own]] : [['', 'keep it, marked as adrift']]
        ties = line.proposals.reject { |id, _| own && id == line.proposals[0][0] }
        usual + ties.map { |id, words| [id, "tie it to #{words}"] } + (own ? [['keep', 'leave it adrift']] : []) +
          [['delete', 'delete it']]
      end

      # [[choice, words], ...] that can be decided for all of a kind at once.
      def bulk(status)
        own = { 'kept' => 'Keep all', 'retied' => 'Tie all so' }[status] || 'Keep all, marked as adrift'
        found = [['', own], ['delete', 'Delete all']]
        %w[kept retied].include?(status) ? found.insert(1, ['keep', 'Leave all adrift']) : found
      end

      def chosen(line) = @rebinding.decisions[line.id].to_s

      # [[value, words], ...] of models it can be pointed at, and their variants.
      def models = ModelsOffered.all.flat_map(&:last)

      # SVG of a sheet as it would be.
      def svg(sheet)
        drawing = outcome.drawing
        states =
          outcome.lines.select do |l|
            %w[adrift absent].include?(l.status) && @rebinding.decisions[l.id].to_s.then { |c| c.empty? || c == 'keep' }
          end
        builder =
          Nockplane::Drawings::SceneBuilder.new(
            drawing,
            sheet,
            Workshop.source,
            fields: App.title_fields,
            states: states.to_h { |l| ["dimension/#{l.id}", 'adrift'] },
            shade: :known
          )
        Nockplane::Formats::Svg.write(builder.scene, standalone: true)
      end

      def query(**more) =
        {
          **@rebinding.wish.slice('model', 'revision', 'scale', 'views', 'binding').transform_keys(&:to_sym),
          **more
        }.to_query
    end
  end
end
