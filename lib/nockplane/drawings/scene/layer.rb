# frozen_string_literal: true

module Nockplane
  module Drawings
    # A layer: name; holds: the classes of ink that fall on it by rule; colour ("#rrggbb"), line_type (ISO 128-2 number)
    # and width (mm) instead of the standard's, or nil; visible, printed, locked.
    Layer = Struct.new(:id, :name, :holds, :colour, :line_type, :width, :visible, :printed, :locked, keyword_init: true)

    class Layer
      # Classes of ink and the layers they fall on in a new document.
      DEFAULTS = {
        'format' => ['Sheet format', %w[format]],
        'title-block' => ['Title block', ['title block']],
        'table' => ['Tables', %w[table]],
        'shade' => ['Shading', %w[shade]],
        'visible' => ['Visible edges', %w[visible]],
        'smooth' => ['Tangent edges', %w[smooth]],
        'hidden' => ['Hidden edges', %w[hidden]],
        'thread' => ['Threads', %w[thread]],
        'centre' => ['Centre lines', %w[centre]],
        'hatch' => ['Hatching and cutting planes', %w[hatch section]],
        'dimension' => ['Dimensions', %w[dimension]],
        'note' => ['Notes and labels', %w[note label]],
        'berth' => ['Berths', %w[berth]]
      }.freeze
      CLASSES = DEFAULTS.values.flat_map(&:last).freeze

      def self.defaults
        @defaults ||=
          DEFAULTS
            .map do |id, (name, holds)|
              new(id: id, name: name, holds: holds, visible: true, printed: id != 'berth', locked: false)
            end
            .then { |l| Ractor.make_shareable(l) }
      end
    end
  end
end
