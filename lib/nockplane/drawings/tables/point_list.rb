# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # Points picked on a view with their places from an origin: the size of a curve by points (DIM-34, DIM-43).
      class PointList < Kind
        NAME = 'points'
        TITLE = 'table of points'
        FIELDS = %w[label x y].freeze
        COLUMNS = [['label', 'Point', 14], ['x', 'X', 22], ['y', 'Y', 22]].freeze

        def for_view? = true
        def listing(drawing, table, shown) = Points.new(drawing, table, shown)
      end
    end
  end
end
