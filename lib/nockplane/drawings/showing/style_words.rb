# frozen_string_literal: true

module Nockplane
  module Drawings
    # What a restyling did to a view, in words behind its name: "now shows hidden lines and has the scale 1:2".
    module StyleWords
      STYLES = {
        'hidden' => 'shows hidden lines',
        'all' => 'shows all lines',
        'visible' => 'shows visible lines only',
        'shaded' => 'is shaded with edges',
        'tone' => 'is shaded'
      }.freeze
      TANGENT = {
        'narrow' => 'draws tangent edges narrow',
        'shortened' => 'draws tangent edges shortened',
        'none' => 'leaves tangent edges out',
        'wide' => 'draws tangent edges as visible ones',
        nil => 'draws tangent edges by the standard'
      }.freeze
      CENTRE = {
        true => 'shows centre lines',
        false => 'leaves centre lines out',
        nil => 'shows centre lines by the standard'
      }.freeze

      THREADS = {
        true => 'shows threads',
        false => 'leaves threads out',
        nil => 'shows threads by the standard'
      }.freeze

      module_function

      def words(before, after, decimal = '.')
        parts = []
        if before.style != after.style
          parts << (after.style ? STYLES.fetch(after.style, 'has other lines') : 'has the usual lines')
        end

        if before.scale != after.scale
          parts << (
            after.scale ? "has the scale #{Drafting::Scale.text(after.scale, decimal)}" : 'has no scale of its own'
          )
        end

        parts << TANGENT.fetch(after.tangent) if before.tangent != after.tangent
        parts << CENTRE.fetch(after.centre_lines) if before.centre_lines != after.centre_lines
        parts << THREADS.fetch(after.threads) if before.threads != after.threads
        parts << (after.label ? "is labelled “#{after.label}”" : 'has no label') if before.label != after.label
        "now #{parts.join(' and ')}"
      end
    end
  end
end
