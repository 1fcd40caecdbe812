# frozen_string_literal: true

module Nockplane
  module Drawings
    # kind principal, projected or pictorial; orientation (principal, pictorial); parent and direction (projected: right,
    # left, up, down); revision shown; x, y: centre on paper, mm; scale: own factor or nil; style hidden, visible or shaded.
    View = Struct.new(:id, :sheet, :binding, :revision, :kind, :orientation, :parent, :direction, :x, :y, :scale, :style, :name, keyword_init: true)
  end
end
