# frozen_string_literal: true

module App
  module Actions
    # Makes a drawing of its own of what a series shows for one variant; the series stays as it is.
    class SplitOff
      # number: nil or "" for the variant's own, or the next free one. Returns the Records::Drawing.
      def self.call(sheet, number: nil, author: Acting.now)
        told = number.to_s.strip
        number = told.empty? ? Numbers.free(sheet.number[0, Numbers::MOST], Records::Drawing) : told
        number = Numbers.checked(number, Records::Drawing)
        value = sheet.series.split_off(sheet.variant, title: sheet.title, number: number)
        KeepDrawing.call(value, "split off #{sheet.drawing.number} for #{sheet.variant}", author: author)
      end
    end
  end
end
