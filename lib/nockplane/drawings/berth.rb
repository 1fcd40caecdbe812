# frozen_string_literal: true

module Nockplane
  module Drawings
    # An empty place for a view. kind: name of one of Views; style, tangent, centre_lines, label
    # as of a View; parent and direction tie it to another berth; scale: "sheet", "fit" (the largest preferred that fits, at most
    # the sheet's) or a factor. x, y: middle on paper, width, height: the outline drawn, mm; pinned: the view goes just there;
    # adopt: model dimensions that show well are adopted when it is filled.
    # instead: the kind of view a section berth takes where the model has no place to be cut, nil to stay empty then.
    # sight: of a model with a front of its own, [dx, dy, dz, ux, uy, uz] in place of the orientation.
    # why: in a drawing, the reason it could not be filled.
    Berth = Struct.new(:id, :sheet, :name, :kind, :orientation, :sight, :parent, :direction, :style, :scale, :tangent, :centre_lines, :label, :x, :y, :width, :height, :pinned, :adopt, :instead, :why, keyword_init: true) do
      def box = [x - (width / 2), y - (height / 2), x + (width / 2), y + (height / 2)]
    end

    class Berth
      STYLES = { 'hidden' => 'hidden lines shown', 'all' => 'all lines, hidden tangent ones too', 'visible' => 'visible lines only', 'shaded' => 'shaded with edges', 'tone' => 'shaded' }.freeze
    end
  end
end
