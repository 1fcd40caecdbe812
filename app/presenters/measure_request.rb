# frozen_string_literal: true

module App
  module Presenters
    # Turns a request to measure between two places picked on a view into an Edit. A size that is said already is asked
    # about first: the model's own is taken instead, or it is measured all the same.
    class MeasureRequest
      # points: [[x, y], ...] picked; at: [x, y] of the words; mm of paper, y up.
      def initialize(value, source, view, form:, points:, at:, anyway: false)
        @value = value
        @source = source
        @view = view
        @form = form
        @points = points
        @at = at
        @anyway = anyway
      end

      # An Edit or a Refusal. Raises Refused with the choices.
      def edit
        return Nockplane::Drawings::Refusal.new('click where the words go', []) unless @at

        found = measured(Nockplane::Linking::Measuring.new(@value, @source))
        found.is_a?(Nockplane::Linking::Measuring::Said) ? ask(found) : found
      end

      private

      # A circle or cylinder takes one pick, what lies between two places two.
      def measured(measuring)
        return measuring.round(@view, @points[0], @at, anyway: @anyway) if @form == 'round'
        return measuring.arc(@view, @points[0], @at, anyway: @anyway) if @form == 'arc'

        measuring.measure(@view, @form, @points, @at, anyway: @anyway)
      end

      def ask(said)
        raise Refused.new(words(said), status: 409, details: { ask: { choices: choices(said) } })
      end

      def words(said)
        return "The model has that size: #{said.words}. A size is given once." if said.offer

        "#{said.words} stands on this drawing already, in #{@value.view(said.standing.view).name}."
      end

      def choices(said)
        own =
          said.offer &&
            { words: "Take the model's #{said.words}", body: { do: 'adopt', dimensions: [said.offer.dimension.id] } }
        [own, { words: 'Measure it all the same', body: { anyway: true } }].compact
      end
    end
  end
end
