# frozen_string_literal: true

module App
  module Presenters
    # Faults of a recipe in the words of somebody at a drawing: what is wrong with which size of which feature, without
    # places in the text.
    module FaultWords
      module_function

      # A sentence for each fault; text: the recipe that has them.
      def of(fault, text)
        ids = features(text)
        fault.faults.map { |f| [label(f.path.to_s, ids), f.reason].compact.join(': ') }.join(' ')
      end

      # Line of the first fault, nil for none.
      def line(fault) = fault.faults.filter_map(&:line).first

      # "features[1].diameter" -> "diameter of seat", "parameters.thick" -> "thick"
      def label(path, ids)
        return path.delete_prefix('parameters.').split('.')[0].tr('_', ' ') if path.start_with?('parameters.')

        index, rest = path.match(/\Afeatures\[(\d+)\]\.?(.*)\z/)&.captures
        return nil unless index

        Nockplane::Linking::SizeLabel.recipe(
          [ids[index.to_i] || 'the part', rest].reject { |p| p.to_s.empty? }.join('.')
        )
      end

      def features(text)
        data = Nockplane::Modelling::RecipeSource.new(text).data
        (data['features'] || []).map { |f| f['id'].to_s }
      rescue Nockplane::Error
        []
      end
    end
  end
end
