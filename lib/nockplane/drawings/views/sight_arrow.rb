# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # The arrow and letter that say from where another view looks (VW-02, SEC-21): shaft wide, head longer than those
      # of dimensions.
      class SightArrow
        # tip: its point, mm of paper; way: unit vector of sight; beside: unit vector towards which the letter stands
        # off the shaft, nil for behind it.
        def initialize(standard, tip, way, letter, beside: nil)
          @standard = standard
          @tip = tip
          @way = way
          @letter = letter
          @beside = beside
        end

        def ink
          head = @standard.arrow_length * 1.5
          tail = back(head * 2)
          shaft = Drafting::Ink.line(tail, back(head * 0.9), width: @standard.wide, layer: 'section')
          [shaft, Drafting::Ink.arrow(@tip, @way, head, layer: 'section'), (words(tail, head) if @letter)].compact
        end

        private

        def back(mm) = [@tip[0] - (@way[0] * mm), @tip[1] - (@way[1] * mm)]

        def words(tail, head)
          height = @standard.label_height
          off = (height / 2) + 1.5
          x, y =
            @beside ?
              [
                tail[0] + (@way[0] * head * 0.6) + (@beside[0] * off),
                tail[1] + (@way[1] * head * 0.6) + (@beside[1] * off)
              ] :
              back((head * 2) + off)
          Drafting::Ink.text(x, y - (height / 2), @letter, height: height, anchor: :middle, layer: 'section')
        end
      end
    end
  end
end
