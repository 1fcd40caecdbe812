# frozen_string_literal: true

module App
  # What stands against issuing the variants of a series drawing, in sentences that begin with the variant's name.
  module SeriesCheck
    module_function

    # [[kind, sentence], ...]; nothing of a drawing that is no series. wait: are variants worked out here that are not
    # known yet (by a job), else they are told as not looked at.
    def open(drawing, wait:)
      return [] unless drawing.value.meta.series

      VariantSheet.series_of(drawing).variants.flat_map { |variant| of(drawing, variant, wait) }
    end

    # Names of variants of which it is known that they can't be shown.
    def lost(drawing)
      return [] unless drawing.value.meta.series

      VariantSheet.series_of(drawing).variants.select { |variant| known(drawing, variant)&.reason }
    end

    def of(drawing, variant, wait)
      standing = known(drawing, variant)
      standing ||= VariantStandings.work_out(drawing, variant) if wait
      return [['variant', "#{variant} is still being looked at; load the page again"]] unless standing
      return [['variant', "#{variant} can't be shown: #{standing.reason}"]] if standing.reason

      findings = Nockplane::Issuing::Check.new(standing.docket).findings.map { |f| [f.kind, f.words] }
      (findings + sizes(standing.data)).map { |kind, words| [kind, "#{variant}: #{words}"] }
    end

    def known(drawing, variant)
      _, fresh = VariantStandings.of(VariantSheet.new(drawing, variant))
      fresh ? Records::VariantStanding.find_by(drawing_id: drawing.id, variant: variant) : nil
    end

    def sizes(data)
      { 'missing' => 'missing', 'twice' => 'said twice' }.filter_map do |key, words|
        count = data[key].to_i
        [key, "#{count} #{count == 1 ? 'size is' : 'sizes are'} #{words}"] if count.positive?
      end
    end
    private_class_method :of, :known, :sizes
  end
end
