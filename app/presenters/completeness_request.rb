# frozen_string_literal: true

module App
  module Presenters
    # Turns what is asked for about completeness into an Edit: { "do": "complete", "dimensions": [ids] } adds sizes that
    # are missing ("all": all that can be placed), { "do": "in brackets", "what": "dimension/d3" } puts a double in
    # brackets.
    class CompletenessRequest
      DOES = ['complete', 'in brackets'].freeze

      def self.does?(name) = DOES.include?(name)

      def initialize(value, source, data)
        @value = value
        @source = source
        @data = data
      end

      # An Edit or a Refusal.
      def edit = @data['do'] == 'complete' ? complete : bracketed

      private

      def complete
        completing = Nockplane::Linking::Completing.new(@value, @source)
        ids = @data['dimensions']
        ids = completing.proposals.select(&:view).map { |p| p.dimension.id } if ids == 'all'
        return Nockplane::Drawings::Refusal.new('tick the sizes to add', []) unless ids.is_a?(Array) && ids.any?

        completing.add(ids.first(200).map(&:to_s))
      end

      def bracketed
        id = @data['what'].to_s.split('/')[1]
        dimension = @value.dimension(id) or return Nockplane::Drawings::Refusal.missing(:dimension, id)
        wording = dimension.wording&.dup || Nockplane::Drawings::Annotations::Wording.new
        wording.brackets = true
        Nockplane::Drawings::AnnotationEdits.word(@value, id, wording)
      end
    end
  end
end
