# frozen_string_literal: true

module Nockplane
  module Drawings
    # Puts ink on layers: by the class it was drawn with, or where its owner was moved to; a layer's colour, width and
    # line type are taken over. Leaves out what the purpose does not want: the screen shows visible layers, paper
    # carries printed ones (those not visible are there, switched off).
    class Layering
      # layers: [Layer]; purpose: :screen or :print.
      def initialize(layers, purpose)
        @layers = layers
        @by_class = layers.each_with_object({}) { |l, h| l.holds.each { |c| h[c] ||= l } }
        @by_id = layers.to_h { |l| [l.id, l] }
        @purpose = purpose
      end

      # Layers that a scene for this purpose names.
      def shown = @layers.select { |l| kept?(l) }

      # Layer of a class of ink of an owner cell.
      def layer(ink_class, owner = nil)
        (owner.respond_to?(:layer) && @by_id[owner.layer]) || @by_class[ink_class] || @layers[0]
      end

      # Copies of the items that are kept, each on its layer: an item's layer is a class of ink before, a layer's id
      # after.
      def apply(items, owner = nil)
        items.filter_map do |item|
          layer = layer(item.layer.to_s, owner)
          kept?(layer) ? styled(item.dup, layer) : nil
        end
      end

      private

      def kept?(layer) = @purpose == :print ? layer.printed : layer.visible

      def styled(item, layer)
        item.layer = layer.id
        if layer.colour && !item.is_a?(Drafting::Ink::Region) && !item.is_a?(Drafting::Ink::Picture) && item.tone.nil?
          item.tone = layer.colour
        end

        item.width = layer.width if layer.width && item.respond_to?(:dash)
        if layer.line_type && item.respond_to?(:dash)
          item.dash = Drafting::LineType.dash(layer.line_type, Drafting::Ink.length(item), item.width)
        end

        item
      end
    end
  end
end
