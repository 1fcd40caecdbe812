# frozen_string_literal: true

module Nockplane
  module Drawings
    # kind principal, projected, pictorial, section or flat; orientation (principal, pictorial); parent and direction (projected: right,
    # left, up, down); revision shown; x, y: centre on paper, mm; scale: own factor or nil; style hidden, visible, shaded (with
    # edges) or tone (shaded without). nil in the rest follows the standard: tangent (narrow, shortened, none), centre_lines (true,
    # false), layer (id for all its lines), label (words above it). rule: what its berth said of the scale.
    View = Struct.new(:id, :sheet, :binding, :revision, :kind, :orientation, :parent, :direction, :x, :y, :scale, :style, :name, :tangent, :centre_lines, :label, :layer, :rule, keyword_init: true) do
      def shaded? = %w[shaded tone].include?(style)
    end
  end
end
