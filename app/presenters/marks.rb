# frozen_string_literal: true

module App
  module Presenters
    # Marks on the screen's sheet that are not part of the drawing: a plum dog-ear with the jump in words on every view
    # that is behind its model.
    class Marks
      EAR = 7.0

      def initialize(scene, behind)
        @scene = scene
        @behind = behind
      end

      def svg = @behind.filter_map { |b| mark(b) }.join

      private

      def mark(behind)
        group = @scene.groups.find { |g| g.owner == "view/#{behind.view.id}" } or return nil
        x = group.box[2] + 3
        y = @scene.height - group.box[3] - 3
        %(<g class="mark-behind" data-mark="view/#{Rack::Utils.escape_html(behind.view.id)}">) +
          %(<path d="M#{x - EAR} #{y}L#{x} #{y}L#{x} #{y + EAR}Z"/>) +
          %(<text x="#{x + 1.5}" y="#{y + 4}">#{behind.from} → #{behind.to}</text></g>)
      end
    end
  end
end
