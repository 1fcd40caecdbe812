# frozen_string_literal: true

module Nockplane
  module Drawings
    # What lies on a locked layer can't be moved, changed or deleted by hand. Catching up with a model is no change by
    # hand: what a dimension measured and which revision a view shows may always move on.
    module Locks
      # Class of ink that decides the layer of a cell; a view is locked when its visible edges are.
      CLASSES = {
        Dimension => 'dimension',
        Note => 'note',
        Block => 'title block',
        Table => 'table',
        Berth => 'berth',
        View => 'visible'
      }.freeze
      # Fields that follow the model.
      FOLLOWING = { Dimension => %i[dimension snapshot], View => %i[revision] }.freeze

      module_function

      # Sentence about the first locked thing that changes { key => cell or nil } touch; nil when none.
      def refusal(drawing, changes)
        locked = drawing.layers.select(&:locked)
        return nil if locked.empty?

        layering = Layering.new(drawing.layers, :screen)
        changes.each do |key, after|
          before = drawing.cells[key]
          ink_class = CLASSES[before.class] or next
          layer = layering.layer(ink_class, before)
          next if !layer.locked || follows?(before, after)

          return "layer '#{layer.name}' is locked; unlock it to change what lies on it"
        end
        nil
      end

      def follows?(before, after)
        after && FOLLOWING.key?(before.class) &&
          (before.members - FOLLOWING[before.class]).all? { |m| before[m] == after[m] }
      end
    end
  end
end
