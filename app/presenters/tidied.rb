# frozen_string_literal: true

module App
  module Presenters
    # A sheet as its layout rules would make it, before anything is kept.
    class Tidied
      # page: DrawingPage; data: as of RuleRequest.
      def initialize(page, data)
        @page = page
        @value = page.value
        @data = data
      end

      # { words, unmet: [sentences], svg of the sheet as it would be }; "" where nothing would be other.
      def to_h
        edit = D::Tidying.edit(@value, Workshop.source, **RuleRequest.range(@value, @data))
        return { words: "#{edit.reason.sub(/\A./, &:upcase)}.", unmet: [], svg: '' } if edit.is_a?(D::Refusal)

        after = @value.apply(edit)
        groups = D::SceneBuilder.new(after, @page.sheet.id, Workshop.source, shade: :known).scene.groups
        unmet = after.layout_rules.flat_map { |r| (r.unmet || []).map { |w| "Not met: #{w}." } }
        moved = edit.changes.values.any? { |c| !c.is_a?(D::LayoutRule) }
        {
          words: moved ? "#{edit.label}." : 'Nothing would be moved.',
          unmet: unmet,
          svg: moved ? @page.svg_of(groups) : ''
        }
      end

      D = Nockplane::Drawings
    end
  end
end
