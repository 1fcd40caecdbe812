# frozen_string_literal: true

module Nockplane
  module Modelling
    # What a tolerance plan says, one class for each kind of statement, found by name: datums, sizes (with a tolerance,
    # or theoretically exact), tolerance frames, surface textures and notes. Each stands on faces by their lasting names
    # and is a ModelDimension as soon as a model has those, so that drawings adopt it like any other.
    module Planned
      # What ids of the model dimensions of a plan begin with.
      PREFIX = 'plan.'

      module_function

      # { name => class }.
      def all = @all ||= [Datum, Size, Frame, Texture, Note].to_h { |k| [k::NAME, k] }.freeze

      # Statement of plain data. Raises Statement::Wrong.
      def read(data)
        raise Statement::Wrong, 'a statement is a set of "key: value" pairs' unless data.is_a?(Hash)

        kind = all[data['kind']] or
          raise Statement::Wrong, "a statement is one of #{all.keys.join(', ')} (found '#{data['kind']}')"
        kind.new(data)
      end
    end
  end
end
